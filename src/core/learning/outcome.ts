/** What an answer was worth, and how it is said how sure one was. */

export const confidences = ['unsure', 'fairly sure', 'sure'] as const;
export type Confidence = (typeof confidences)[number];

/** 'left' is caution where the evidence would have told: never an error, never mastery. */
export const outcomes = ['right', 'left', 'missed', 'dangerous gather'] as const;
export type Outcome = (typeof outcomes)[number];

/** What a learner would do with the plant. */
export const decisions = ['gather', 'leave', 'look further'] as const;
export type Decision = (typeof decisions)[number];

export const isError = (outcome: Outcome): boolean => outcome === 'missed' || outcome === 'dangerous gather';

/**
 * What a decision was worth. 'Gather' on a plant that is not the one that was wanted is the error that counts, if
 * it can do harm, whatever was seen. Leaving it and looking further are never wrong: where all that can be seen does
 * not settle it both are right, and 'gather' is not.
 * @param isWanted whether the specimen is the plant that the learner came for
 * @param isSettled whether what was seen settles what it is
 * @param canBeSettled whether all that there was to see would have settled it
 */
export function judgeDecision(
  decision: Decision,
  {
    isWanted,
    isDangerous,
    isSettled,
    canBeSettled
  }: { isWanted: boolean; isDangerous: boolean; isSettled: boolean; canBeSettled: boolean }
): Outcome {
  if (decision === 'gather') {
    if (!isWanted) return isDangerous ? 'dangerous gather' : 'missed';
    return isSettled ? 'right' : 'missed';
  }
  if (!canBeSettled) return 'right';
  // It could have been told: leaving what was found out to be another plant is right, all else is caution.
  return !isWanted && isSettled && decision === 'leave' ? 'right' : 'left';
}
