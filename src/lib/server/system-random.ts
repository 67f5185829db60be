import { randomInt } from 'node:crypto';
import { type Random, randomFrom } from '$core/random';

/**
 * The system's random source: what is asked in drills and quizzes follows from nothing that a learner can see. What
 * came of it is stored, so that the same question is drawn again.
 */
export const systemRandom = (): Random => randomFrom(() => randomInt(2 ** 32) / 2 ** 32, systemRandom);
