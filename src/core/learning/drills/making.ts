import { type LookingRules, glanceSimilarity } from '../../evidence';
import { isDrawnAt, qualityOf } from '../../figure';
import type { Buffers } from '../../ground';
import type { Library, LibraryTaxon } from '../../knowledge';
import type { Random } from '../../random';
import type { DrillPair, Member } from '../unit';
import type { Plant } from './contrast';

/** What questions are made of. How hard they are follows from the learner's past in their kind of drill. */
interface Making {
  readonly library: Library;
  readonly rules: LookingRules;
  readonly random: Random;
  /** How hard, 0 to 1. */
  readonly level: number;
  /** Of the question. */
  readonly seed: number;
}

/** For a question on a pair, of which one plant is shown. */
export interface MakingOnPair extends Making {
  readonly pair: DrillPair;
  readonly member: Member;
  /** What else the wanted plant is taken for on the learner's walks. */
  readonly rivals: readonly DrillPair[];
  /** Whether it is the first of its kind on this pair. */
  readonly isFirst: boolean;
}

/** For a question on the plants of the walks. */
export interface MakingOnPlants extends Making {
  /** The plants of the walks at their stages. */
  readonly plants: readonly Plant[];
  /** Everything drawn that is up on the next walk's day. */
  readonly up: readonly Plant[];
  /** All pairs of the walks. */
  readonly pairs: readonly DrillPair[];
  /** The school's own distances to what fouls a plant. */
  readonly buffers: Buffers;
  /** What is due of some candidates first, then what was never asked, then any. */
  readonly urgent: <T>(candidates: readonly T[], unitOf: (one: T) => string) => T | undefined;
}

/** Whether a plant is drawn well enough at a stage to be asked about. */
export const isFit = (taxon: LibraryTaxon, stage: Plant['stage']): boolean =>
  isDrawnAt(stage) && qualityOf(taxon, stage.stage) !== 'poor';

/** How like two plants look at a glance, 0 to 1. */
export const likeness = (library: Library, a: Plant, b: Plant): number =>
  glanceSimilarity(library.characters, a.stage, b.stage) ?? 0;
