import { redirect } from '@sveltejs/kit';
import { reviewSitting } from '$lib/server/learning/quiz-review';
import { orNotFound, idFrom, inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { readQuiz, sittingsOf } from '$lib/server/learning/quizzes';
import { mayReview } from '$core/learning';
import type { PageServerLoad } from './$types';

/** One's own sitting, question by question, with what was right and why. */
export const load: PageServerLoad = async ({ locals, params, url, setHeaders }) => {
  const viewer = requireSignedIn(locals);
  const id = idFrom(params.quiz, 'quiz');
  setHeaders({ 'cache-control': 'no-store' });
  const { quiz, sitting } = await inSchoolOf(viewer, async (db) => {
    const read = orNotFound(await readQuiz(db, viewer, id), 'quiz');
    const own = await sittingsOf(db, read, viewer.personId);
    if (!mayReview(read, own)) redirect(303, `/quizzes/${id}`);
    const last = read.kind === 'once' ? 'once' : 'after';
    return { quiz: read, sitting: own.find(({ phase }) => phase === last)! };
  });
  const asked = Number(url.searchParams.get('n') ?? 1);
  const number = Number.isInteger(asked) ? Math.min(Math.max(asked, 1), quiz.questions.length) : 1;
  return {
    quiz: { id: quiz.id, name: quiz.name },
    number,
    outcomes: sitting.outcomes.map((outcome) => outcome ?? null),
    reviewed: orNotFound(await reviewSitting(viewer, sitting.roundId, number), 'question')
  };
};
