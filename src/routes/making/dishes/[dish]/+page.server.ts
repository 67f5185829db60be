import { fail, redirect } from '@sveltejs/kit';
import { englishName } from '$core/knowledge';
import { allergens, dishFacts, toGatherFor, turnedOut, wayInWords } from '$core/making';
import { listBatches } from '$lib/server/making/batches';
import {
  CookingProblem,
  NewCooking,
  cook,
  cookingsOf,
  readDish,
  removeDish,
  saveDish
} from '$lib/server/making/dishes';
import { libraryOfAll } from '$lib/server/library/library';
import { problemsOf } from '$lib/server/request/actions';
import { idFrom, inSchoolOf, orNotFound, requireTeacher } from '$lib/server/request/guard';
import { dishChoices } from '../choices';
import { dishIn } from '../dish-form';
import type { Actions, PageServerLoad } from './$types';

/** For so many a dish is reckoned first. */
const usualPeople = 6;

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireTeacher(locals);
  const id = idFrom(params.dish, 'dish');
  const people = Math.min(
    500,
    Math.max(1, Math.floor(Number(url.searchParams.get('people')) || usualPeople))
  );
  return inSchoolOf(viewer, async (db) => {
    const dish = orNotFound(await readDish(db, id), 'dish');
    const library = await libraryOfAll(db, viewer.regions);
    const facts = dishFacts(library, dish.parts, dish.others);
    const inDish = new Set(dish.parts.map(({ taxon, part }) => `${taxon} ${part}`));
    return {
      today: viewer.today,
      people,
      allergens,
      turnedOut,
      choices: dishChoices(library),
      dish,
      contains: facts.contains,
      loads: facts.loads,
      notFor: facts.notFor,
      problems: facts.problems,
      parts: toGatherFor(facts, people).map(({ taxon, part, way, name, grams, gather, method }) => ({
        taxon,
        part,
        way,
        name,
        made: wayInWords(way as Parameters<typeof wayInWords>[0]),
        grams,
        gather,
        isWeighedBefore: method.portion?.of === 'cleaned'
      })),
      cookings: await cookingsOf(db, id),
      jars: (await listBatches(db))
        .filter(({ state }) => state.state === 'in jars' && !state.hasMould && !state.isInDoubt)
        .map(({ id: batchId, code, taxon, part, way, state }) => {
          const entry = library.taxa.get(taxon);
          return {
            id: batchId,
            code,
            name: `${entry ? englishName(entry) : taxon} ${part}, ${wayInWords(way)}`,
            left: state.leftGrams,
            isOfDish: inDish.has(`${taxon} ${part}`)
          };
        })
        .sort((a, b) => Number(b.isOfDish) - Number(a.isOfDish))
    };
  });
};

export const actions: Actions = {
  save: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.dish, 'dish');
    const form = await request.formData();
    const read = dishIn(form);
    if ('problem' in read) return fail(400, { problem: `Not kept. ${read.problem}` });
    const saved = await inSchoolOf(viewer, async (db) =>
      saveDish(
        db,
        viewer,
        await libraryOfAll(db, viewer.regions),
        read.dish,
        id,
        Number(form.get('revision'))
      )
    );
    return 'problem' in saved
      ? fail(saved.conflict ? 409 : 400, { problem: `Not kept. ${saved.problem}` })
      : { done: 'The dish is kept.' };
  },
  cook: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.dish, 'dish');
    const form = await request.formData();
    const typed = Object.fromEntries([...form].map(([name, value]) => [name, String(value)]));
    const refuse = (problem: string) => fail(400, { problem: `Not kept. ${problem}`, typed });
    const cooking = NewCooking.safeParse(typed);
    if (!cooking.success) return refuse(problemsOf(cooking.error));
    const from = [...form].flatMap(([name, value]) => {
      const batchId = /^grams ([0-9a-f-]{36})$/.exec(name)?.[1];
      return batchId && Number(value) > 0 ? [{ batchId, grams: Number(value) }] : [];
    });
    try {
      const problem = await inSchoolOf(viewer, async (db) => {
        const dish = orNotFound(await readDish(db, id), 'dish');
        return cook(db, viewer, await libraryOfAll(db, viewer.regions), dish, cooking.data, from);
      });
      return problem ? refuse(problem) : { done: 'It stands with the dish, and with the jars that went in.' };
    } catch (problem) {
      if (problem instanceof CookingProblem) return refuse(problem.message);
      throw problem;
    }
  },
  remove: async ({ locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.dish, 'dish');
    const problem = await inSchoolOf(viewer, (db) => removeDish(db, id));
    if (problem) return fail(400, { problem });
    redirect(303, '/making/dishes');
  }
};
