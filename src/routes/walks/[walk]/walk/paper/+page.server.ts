import { readFieldDay } from '$lib/server/field/day';
import { inSchoolOf, requireTeacher, idFrom } from '$lib/server/request/guard';
import { walkPage } from '$lib/server/walk/walk-page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const viewer = requireTeacher(locals);
  const { plan, brief } = await walkPage(locals, idFrom(params.walk, 'walk'));
  return inSchoolOf(viewer, async (db) => {
    const { pack } = await readFieldDay(db, viewer, plan, brief);
    const { people, stops, taxa, times, school, patches } = pack;
    return { people, stops, taxa, times, numbers: school.numbers, patches, weather: pack.weather };
  });
};
