import { leads } from '$lib/server/sign-in';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals: { viewer } }) => ({
  viewer: viewer && {
    name: viewer.name,
    role: viewer.role,
    school: viewer.school.name,
    demoDate: viewer.school.demoDate,
    mayMoveDate: leads(viewer),
    today: viewer.today
  }
});
