import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { leads } from '$lib/server/accounts';
import { comingPairs, learnerState, pairsOfWalk, planToday } from '$lib/server/learning/drills';
import { findsToSeeAgain } from '$lib/server/ground/finds';
import { ownQuizzes } from '$lib/server/learning/quizzes';
import { openEntries } from '$lib/server/learning/notebook';
import { batchInShort, listBatches } from '$lib/server/making/batches';
import { homeTasks } from '$lib/server/field/home-tasks';
import { libraryOfAll } from '$lib/server/library/library';
import { readPlan } from '$lib/server/walk/plan';
import { firstSteps } from '$lib/server/school/first-steps';
import { listSites } from '$lib/server/ground/sites';
import { notWell } from '$lib/server/after/wellbeing';
import { isComing, listWalks } from '$lib/server/walk/walks';
import { englishName } from '$core/knowledge';
import { openPhase, pairKey, unitsOf } from '$core/learning';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const walks = await listWalks(db, viewer);
    const coming = walks.filter((walk) => isComing(walk, viewer.today));
    const calledOff = walks.filter(({ heldOn, calledOff: off }) => off && heldOn >= viewer.today);
    const next = coming[0];
    const plan = next && viewer.role !== 'learner' ? await readPlan(db, viewer, next.id) : undefined;
    const library = await libraryOfAll(db, viewer.regions);
    const learner = await learnerState(db, viewer.personId, viewer.today);
    const { questions, minutes } = planToday(await comingPairs(db, viewer), learner, db.now);
    const quizzes =
      viewer.role === 'learner'
        ? (await ownQuizzes(db, viewer)).filter(({ quiz, own }) => openPhase(quiz, own, viewer.today))
        : [];
    const pairs = next ? await pairsOfWalk(db, next) : [];
    return {
      today: viewer.today,
      round: { questions, minutes },
      leads: leads(viewer),
      toAnswer: viewer.role === 'learner' ? 0 : await openEntries(db),
      notWell: leads(viewer) ? await notWell(db) : [],
      tasks: viewer.role === 'learner' ? await homeTasks(db, viewer) : [],
      quizzes: quizzes.map(({ quiz: { id, name, questions, minutes: limit }, own }) => ({
        id,
        name,
        questions: questions.length,
        limit,
        isBegun: own.some(({ isOver }) => !isOver)
      })),
      firstSteps: leads(viewer) ? await firstSteps(db) : [],
      coming: coming.slice(0, 5),
      calledOff: calledOff.map(({ id, name, heldOn, calledOff: off }) => ({
        id,
        name,
        heldOn,
        why: off!.why
      })),
      past: next
        ? []
        : walks
            .filter(({ heldOn }) => heldOn < viewer.today)
            .sort((a, b) => (a.heldOn > b.heldOn ? -1 : 1))
            .slice(0, 5),
      stops:
        plan?.stops.map((stop, i) => ({
          name: stop.name,
          minutes: stop.minutes,
          arrive: plan.times.rows[i]!.arrive
        })) ?? [],
      batches:
        viewer.role === 'learner'
          ? []
          : (await listBatches(db))
              .map((batch) => batchInShort(library, batch))
              .filter(({ next: waits }) => waits !== undefined),
      finds:
        viewer.role === 'learner'
          ? []
          : await findsToSeeAgain(db, library, await listSites(db), viewer.today),
      checks: plan?.checks.filter(({ state }) => state !== 'pass') ?? [],
      pairs: pairs.map((pair) => {
        const units = unitsOf(pair).map((unit) => learner.memory.get(unit));
        const isDue = units.some((unit) => !unit || unit.due <= db.now);
        return {
          key: pairKey(pair),
          target: englishName(library.taxa.get(pair.target)!),
          lookalike: englishName(library.taxa.get(pair.lookalike)!),
          isDue,
          firmness: units.some((unit) => unit?.firmness === 'missed')
            ? 'missed'
            : units.every((unit) => unit?.firmness === 'firm')
              ? 'firm'
              : units.some(Boolean)
                ? 'shaky'
                : 'new'
        };
      })
    };
  });
};
