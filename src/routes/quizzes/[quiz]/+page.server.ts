import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, nameWithin } from '$core/knowledge';
import {
  aboutQuestion,
  composedDrills,
  pairKey,
  mayReview,
  openPhase,
  quizResults,
  rightByQuestion,
  shownToSitter
} from '$core/learning';
import { fieldsAction } from '$lib/server/request/actions';
import { orNotFound, idFrom, inSchoolOf, requireLeader, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { listOwnQuestions } from '$lib/server/learning/own-questions';
import { itemReports } from '$lib/server/learning/quiz-items';
import { listCohorts, listPeople } from '$lib/server/school/people';
import {
  changeQuiz,
  openQuiz,
  readQuiz,
  removeQuiz,
  sit,
  sittingsOf,
  walksAsked
} from '$lib/server/learning/quizzes';
import { itemsOf } from '$lib/server/learning/question-exchange';
import { newsOfQuiz, tellGroup } from '$lib/server/school/news';
import { leads, membersOf } from '$lib/server/accounts';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.quiz, 'quiz');
  return inSchoolOf(viewer, async (db) => {
    const quiz = orNotFound(await readQuiz(db, viewer, id), 'quiz');
    const { questions, ...head } = quiz;
    const own = await sittingsOf(db, quiz, viewer.personId);
    const mine = {
      open: openPhase(quiz, own, viewer.today),
      isBegun: own.some(({ isOver }) => !isOver),
      mayReview: mayReview(quiz, own),
      results: quizResults(shownToSitter(own), [{ id: viewer.personId, name: viewer.name }]).rows[0]!
    };
    const common = { quiz: { ...head, questions: questions.length }, mine };
    // What is asked is for those who teach alone.
    if (viewer.role === 'learner') return { ...common, teaching: undefined };
    const library = await libraryOf(db, quiz.region);
    const all = await sittingsOf(db, quiz);
    const cohort = (await listCohorts(db)).find((one) => one.id === quiz.cohortId);
    const people = (await listPeople(db)).filter(
      ({ id: one, role }) => (role === 'learner' || role === 'guest') && cohort?.members.includes(one)
    );
    const name = (slug: string) => englishName(library.taxa.get(slug)!);
    const first = quiz.kind === 'once' ? ('once' as const) : ('before' as const);
    return {
      ...common,
      teaching: {
        makes: leads(viewer),
        questions: questions.map((question) => aboutQuestion(library, question)),
        results: quizResults(all, people),
        guests: people.filter(({ role }) => role === 'guest').map((one) => one.id),
        items: await itemReports(db, library, quiz, all, first),
        own: leads(viewer)
          ? (await listOwnQuestions(db)).map(({ id: one, question }) => ({ id: one, name: question.title }))
          : [],
        notOut: itemsOf(library, questions).notAsked,
        rightFirst: rightByQuestion(all, first, questions.length),
        rightAfter: rightByQuestion(all, 'after', questions.length),
        over: {
          first: all.filter(({ phase, isOver }) => phase === first && isOver).length,
          after: all.filter(({ phase, isOver }) => phase === 'after' && isOver).length
        },
        pairs: (await walksAsked(db, viewer, quiz))
          .flatMap((walk) => walk.pairs)
          .map((pair) => ({
            key: pairKey(pair),
            name: `${name(pair.target)} or ${nameWithin(name(pair.lookalike))}`
          }))
      }
    };
  });
};

const Change = z.discriminatedUnion('what', [
  z.object({
    what: z.enum(['remove', 'earlier', 'later', 'anew']),
    index: z.coerce.number().int().min(0).max(100)
  }),
  z.object({
    what: z.literal('add'),
    drill: z.enum(composedDrills),
    pair: z.string().default(''),
    member: z.enum(['target', 'lookalike', 'by chance']).default('by chance')
  }),
  z.object({
    what: z.literal('add own'),
    ids: z
      .string()
      .max(10_000)
      .default('')
      .transform((text) => text.split(' ').filter(Boolean))
  })
]);

export const actions: Actions = {
  sit: async ({ locals, params }) => {
    const viewer = requireSignedIn(locals);
    const id = idFrom(params.quiz, 'quiz');
    const result = await inSchoolOf(viewer, async (db) =>
      sit(db, viewer, orNotFound(await readQuiz(db, viewer, id), 'quiz'))
    );
    if ('problem' in result) return fail(409, { problem: result.problem });
    redirect(303, `/practice/${result.roundId}`);
  },
  change: fieldsAction(
    requireLeader,
    Change,
    async (change, { event, viewer }) => {
      const id = idFrom(event.params['quiz'], 'quiz');
      const problem = await inSchoolOf(viewer, async (db) =>
        changeQuiz(db, viewer, orNotFound(await readQuiz(db, viewer, id), 'quiz'), change)
      );
      return problem ? fail(409, { problem }) : { done: true };
    },
    'Choose what is to be asked. '
  ),
  /** Opens it to its group, who are told. */
  open: async ({ locals, params, url }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.quiz, 'quiz');
    const accounts = await membersOf(viewer.schoolId);
    return inSchoolOf(viewer, async (db) => {
      const quiz = orNotFound(await readQuiz(db, viewer, id), 'quiz');
      const problem = await openQuiz(db, quiz);
      if (problem) return fail(409, { problem });
      const cohort = (await listCohorts(db)).find((one) => one.id === quiz.cohortId);
      const members = (cohort?.members ?? []).map((one) => ({ id: one }));
      const news = newsOfQuiz(quiz, quiz.questions.length, `${url.origin}/quizzes/${id}`);
      return { told: await tellGroup(db, { members }, accounts, news, viewer) };
    });
  },
  remove: async ({ locals, params }) => {
    const viewer = requireLeader(locals);
    const id = idFrom(params.quiz, 'quiz');
    const problem = await inSchoolOf(viewer, async (db) =>
      removeQuiz(db, orNotFound(await readQuiz(db, viewer, id), 'quiz'))
    );
    if (problem) return fail(409, { problem });
    redirect(303, '/quizzes');
  }
};
