import { isDrawnAt, qualityOf } from '../../figure';
import type { Library, LibraryTaxon, Stage, StageDescription } from '../../knowledge';
import { addDays, stageIsReady, stagesOn } from '../../season';
import { type Circumstances, surveyTaxon } from '../survey';
import { sheetRows } from './contrast-sheet';

/** Pairs to be practised without a walk: those that were curated, on a day on which both plants are up. */

export interface PairInSeason {
  readonly target: string;
  readonly lookalike: string;
  /** The day asked for, or the first fortnight after it on which the two can be met. */
  readonly isoDate: string;
}

/** A pair at its stages, with the characters that decide between them. */
export interface PractisedPair {
  readonly target: string;
  readonly lookalike: string;
  readonly targetStage: Stage;
  readonly lookalikeStage: Stage;
  readonly deciding: readonly string[];
}

const fortnight = 14;
const fortnights = 26;

/** The likeliest stage of a plant that is up on a day and drawn well enough to be asked about. */
function drawnOn(
  taxon: LibraryTaxon,
  isoDate: string,
  calendar: Circumstances['calendar']
): StageDescription | undefined {
  const best = stagesOn(taxon, isoDate, calendar?.chance).find(
    ({ probability }) => probability >= stageIsReady
  );
  const description = best && taxon.stages.get(best.stage);
  return description && isDrawnAt(description) && qualityOf(taxon, description.stage) !== 'poor'
    ? description
    : undefined;
}

/**
 * Every curated pair that can be asked about within a year, each on its day. What grows among another is sorted, not
 * told apart, and is left out.
 */
export function pairsInSeason(
  library: Library,
  isoDate: string,
  calendar?: Circumstances['calendar']
): PairInSeason[] {
  const days = Array.from({ length: fortnights }, (_, i) => addDays(isoDate, i * fortnight));
  return library.pairs.flatMap(({ target, lookalike, kind }) => {
    const both = [target, lookalike].map((slug) => library.taxa.get(slug));
    const [first, second] = both;
    if (!first || !second || kind === 'grows among') return [];
    const on = days.find((day) => drawnOn(first, day, calendar) && drawnOn(second, day, calendar));
    return on === undefined ? [] : [{ target, lookalike, isoDate: on }];
  });
}

/** @returns undefined where the library does not count the lookalike as met on that day */
export function practisedPair(
  library: Library,
  { target, lookalike, isoDate }: PairInSeason,
  at: Omit<Circumstances, 'isoDate'>
): PractisedPair | undefined {
  const there = { ...at, isoDate };
  const survey = surveyTaxon(library, library.taxa.get(target)!, 'show', there, false);
  const pair = survey.pairs.find((one) => one.lookalike.taxon.slug === lookalike);
  const met = drawnOn(library.taxa.get(lookalike)!, isoDate, at.calendar);
  if (!survey.stage || !pair || !met || !isDrawnAt(survey.stage)) return undefined;
  const rows = sheetRows(library, survey, pair, there);
  return {
    target,
    lookalike,
    targetStage: survey.stage.stage,
    lookalikeStage: met.stage,
    deciding: rows.filter(({ decides }) => decides).map(({ slug }) => slug)
  };
}

/**
 * Two plants that are mistaken for each other, neither of which does serious harm: no survey counts them, and nothing
 * rests on telling them apart. @returns undefined where one of them is not met on that day
 */
export function mildPair(
  library: Library,
  { target, lookalike, isoDate }: PairInSeason
): PractisedPair | undefined {
  const stages = [target, lookalike].map(
    (slug) => drawnOn(library.taxa.get(slug)!, isoDate, undefined)?.stage
  );
  const [targetStage, lookalikeStage] = stages;
  return targetStage && lookalikeStage && { target, lookalike, targetStage, lookalikeStage, deciding: [] };
}
