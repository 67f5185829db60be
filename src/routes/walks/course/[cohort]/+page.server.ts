import { attendedBy } from '$core/learning';
import { isDangerous, nameIn } from '$core/knowledge';
import { readCourse } from '$lib/server/learning/course';
import { libraryOfAll } from '$lib/server/library/library';
import { idFrom, inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.cohort, 'group');
  return inSchoolOf(viewer, async (db) => {
    const { cohort, people, meetings, steps } = orNotFound(await readCourse(db, viewer, id), 'group');
    const library = await libraryOfAll(db, viewer.regions);
    const nameOf = nameIn(library);
    const plant = (slug: string) => {
      const taxon = library.taxa.get(slug);
      return { slug, name: nameOf(slug), isDangerous: taxon ? isDangerous(taxon) : false };
    };
    return {
      today: viewer.today,
      teaches: viewer.role !== 'learner',
      cohort: { id: cohort.id, name: cohort.name, level: cohort.level },
      meetings: meetings.map(({ id: walk, isoDate }) => ({ id: walk, isoDate })),
      steps: steps.map((step) => {
        if (step.kind !== 'meeting') return step;
        const { id: walk, name, isRecorded, fresh, again } = step.meeting;
        return {
          kind: step.kind,
          isoDate: step.isoDate,
          meeting: { id: walk, name, isRecorded, fresh: fresh.map(plant), again: again.map(plant) }
        };
      }),
      people: people.map((person) => ({
        id: person.id,
        name: person.name,
        ...attendedBy(meetings, person.id),
        states: meetings.map(({ attendance }) => attendance.get(person.id))
      }))
    };
  });
};
