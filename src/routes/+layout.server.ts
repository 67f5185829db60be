import { leads } from '$lib/server/accounts';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals: { viewer } }) => ({
  viewer: viewer && {
    personId: viewer.personId,
    name: viewer.name,
    role: viewer.role,
    school: viewer.school.name,
    demoDate: viewer.school.demoDate,
    timeZone: viewer.school.timeZone,
    mayMoveDate: leads(viewer),
    today: viewer.today
  }
});
