import { z } from 'zod';
import { Stage } from '../knowledge';

/** Two plants at the stages at which they are told apart: what is gathered or shown, and what must not be taken for it. */
export const DrillPair = z.object({
  target: z.string(),
  lookalike: z.string(),
  targetStage: Stage,
  lookalikeStage: Stage,
  /** The characters that decide in the brief, in checking order. */
  deciding: z.array(z.string()).readonly().default([])
});
export type DrillPair = Readonly<z.infer<typeof DrillPair>>;

export const members = ['target', 'lookalike'] as const;
export type Member = (typeof members)[number];

export const otherOf = (member: Member): Member => (member === 'target' ? 'lookalike' : 'target');

export const pairKey = (pair: Pick<DrillPair, 'target' | 'lookalike'>): string =>
  `${pair.target}~${pair.lookalike}`;

/** The unit of memory: a pair at the stage of the specimen that was shown. */
export const unitKey = (pair: string, stage: Stage | string): string => `${pair}@${stage}`;

/** Both units of a pair: one for each of its plants, which may be the same. */
export const unitsOf = (pair: DrillPair): readonly string[] => [
  ...new Set(members.map((member) => unitKey(pairKey(pair), pair[`${member}Stage`])))
];

/** What is remembered besides pairs: a plant at a stage, a character, a reason to leave it, a hazard, a name, a question of the school’s own. */
export const unitKinds = ['taxon', 'character', 'judgement', 'hazard', 'name', 'season', 'own'] as const;
export const otherUnit = (kind: (typeof unitKinds)[number], ...what: string[]): string =>
  [kind, ...what].join(':');
