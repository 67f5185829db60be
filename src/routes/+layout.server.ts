import { leads } from '$lib/server/accounts';
import type { LayoutServerLoad } from './$types';

/** The field page is kept on phones: it says nothing of who asked for it. */
const isKept = (route: string | null) => route === '/field';

export const load: LayoutServerLoad = ({ locals: { viewer }, route }) => ({
  viewer: isKept(route.id)
    ? undefined
    : viewer && {
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
