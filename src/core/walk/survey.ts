import {
  type Abundance,
  type DrillRecord,
  type HazardRating,
  type Lookalike,
  type SeparationResult,
  type Trust,
  bears,
  curatedPair,
  curatedSimilarity,
  dangerousLookalikes,
  harmsBeyond,
  opponentsOf,
  rateHazard,
  separatingSet,
  trustInSet
} from '../evidence';
import {
  type Library,
  type LibraryTaxon,
  type StageDescription,
  isDangerous,
  pieceAt,
  stageNames,
  worstSeverity
} from '../knowledge';
import { type Calendar, addDays, stageIsReady, stagesUp } from '../season';
import type { Policy, Role } from './policy';

/** What the date, the ground and the school say about looking at plants. */
export interface Circumstances {
  readonly isoDate: string;
  readonly habitats: readonly string[];
  readonly mayDig: boolean;
  readonly policy: Policy;
  /** The site's own season; without one the reference windows hold. */
  readonly calendar?: Calendar;
  /** Logged at the site, by taxon. */
  readonly abundance: ReadonlyMap<string, Abundance>;
  /** The group's recent answers to questions that showed the lookalike, by pair key. */
  readonly drills: ReadonlyMap<string, readonly DrillRecord[]>;
}

export interface SurveyedPair {
  readonly lookalike: Lookalike;
  readonly rating: HazardRating;
  /** Whether the two can be told apart at every stage at which they can meet. */
  readonly separable: boolean;
}

export interface Survey {
  readonly target: LibraryTaxon;
  /** Undefined where no stage of the target is up on the date. */
  readonly stage: StageDescription | undefined;
  readonly stageProbability: number;
  /** Weightiest first. */
  readonly pairs: readonly SurveyedPair[];
  readonly separation: SeparationResult;
  readonly trust: Trust;
  /** Known lookalikes that are not up yet and will be within weeks: the first date on which each is. */
  readonly coming: readonly { readonly taxon: LibraryTaxon; readonly from: string }[];
  /** Where there is no set: the first date within a year on which there is one at a ready stage. */
  readonly firstDate: string | undefined;
}

/**
 * The stage at which a taxon is met on a date: for gathering, a stage at which its use applies where one is
 * up; else the likeliest, and of equally likely ones the later in life.
 */
export function stageOn(
  taxon: LibraryTaxon,
  isoDate: string,
  role: Role,
  calendar?: Calendar
): { stage: StageDescription; probability: number } | undefined {
  const up = stagesUp(taxon, isoDate, calendar?.chance);
  const useStages = new Set(
    taxon.uses.filter(({ kind }) => kind !== 'history').flatMap(({ stages }) => stages)
  );
  const fitting = role === 'gather' ? up.filter(({ stage }) => useStages.has(stage)) : [];
  const [best] = (fitting.length > 0 ? fitting : up).sort(
    (a, b) => b.probability - a.probability || stageNames.indexOf(b.stage) - stageNames.indexOf(a.stage)
  );
  return best && { stage: taxon.stages.get(best.stage)!, probability: best.probability };
}

function separate(
  library: Library,
  target: LibraryTaxon,
  stage: StageDescription,
  found: readonly Lookalike[],
  at: Circumstances
) {
  return separatingSet(library.characters, stage, opponentsOf(found), {
    mayDig: at.mayDig,
    scentCounts: at.policy.scentCounts,
    piece: pieceAt(target, stage.stage)
  });
}

const nothingToSee: SeparationResult = {
  found: false,
  open: [],
  set: { characters: [], effortSeconds: 0, smallestSeparability: 1 }
};

function ratePair(target: LibraryTaxon, lookalike: Lookalike, at: Circumstances): HazardRating {
  const { taxon, stages, similarity } = lookalike;
  return rateHazard(
    worstSeverity(taxon),
    Math.max(...stages.map(({ probability }) => probability)),
    at.abundance.get(taxon.slug),
    similarity ?? curatedSimilarity,
    at.drills.get(`${target.slug}~${taxon.slug}`) ?? []
  );
}

/** A day of a target: its stage, and whether there is a separating set against all that can be met then. */
export interface Day {
  readonly isoDate: string;
  readonly stage: StageDescription;
  readonly probability: number;
  readonly separable: boolean;
}

/**
 * Tells of any date how a target stands. Days with the same stages up are alike, so each kind is worked out once.
 * @returns a function of the date, undefined where no stage of the target is up
 */
export function dayTeller(
  library: Library,
  target: LibraryTaxon,
  role: Role,
  at: Circumstances
): (isoDate: string) => Day | undefined {
  const known = new Map<string, boolean>();
  return (isoDate) => {
    const met = stageOn(target, isoDate, role, at.calendar);
    if (!met) return undefined;
    const found = dangerousLookalikes(library, target, met.stage, isoDate, at);
    const key = [
      met.stage.stage,
      ...found.flatMap(({ taxon, stages }) =>
        stages.map(({ description }) => taxon.slug + description.stage).sort()
      )
    ].join(' ');
    if (!known.has(key)) known.set(key, separate(library, target, met.stage, found, at).found);
    return { isoDate, ...met, separable: known.get(key)! };
  };
}

/** The first later date on which the target is at a ready stage and a separating set exists. */
function firstSeparableDate(
  library: Library,
  target: LibraryTaxon,
  role: Role,
  at: Circumstances
): string | undefined {
  const tell = dayTeller(library, target, role, at);
  for (let days = 1; days <= 365; days += 1) {
    const day = tell(addDays(at.isoDate, days));
    if (day && day.probability >= stageIsReady && day.separable) return day.isoDate;
  }
  return undefined;
}

/** Days within which a lookalike that is not up yet is spoken of. */
const soon = 45;

/** The curated lookalikes of a target's piece that are not up on the date, and from when they are. */
function comingLookalikes(
  library: Library,
  target: LibraryTaxon,
  { stage }: StageDescription,
  found: readonly Lookalike[],
  { isoDate, calendar }: Circumstances
): Survey['coming'] {
  const piece = pieceAt(target, stage);
  const isUp = (taxon: LibraryTaxon, date: string) =>
    stagesUp(taxon, date, calendar?.chance).some((up) => bears(taxon.stages.get(up.stage)!, piece));
  return library.pairs
    .filter(({ target: slug }) => slug === target.slug)
    .map(({ lookalike }) => library.taxa.get(lookalike)!)
    .filter(
      (taxon) =>
        curatedPair(library, target.slug, taxon.slug, stage) &&
        harmsBeyond(target, taxon, true) &&
        !found.some((one) => one.taxon === taxon)
    )
    .flatMap((taxon) => {
      for (let days = 1; days <= soon; days += 1) {
        const from = addDays(isoDate, days);
        if (isUp(taxon, from)) return [{ taxon, from }];
      }
      return [];
    });
}

/** Days between two marks of a year band. */
export const bandStep = 5;

/** The year of a date in steps of five days: where the target is up, and where it can be told from its lookalikes. */
export function yearBand(
  library: Library,
  target: LibraryTaxon,
  role: Role,
  at: Circumstances
): (Day | undefined)[] {
  const tell = dayTeller(library, target, role, at);
  const newYear = `${at.isoDate.slice(0, 4)}-01-01`;
  return Array.from({ length: 73 }, (_, i) => tell(addDays(newYear, i * bandStep)));
}

/** A plant of which one part alone is used; as it is where that part has no use. */
function ofPart(taxon: LibraryTaxon, part: string): LibraryTaxon {
  const uses = taxon.uses.filter((use) => use.kind !== 'history' && use.part === part);
  return uses.length > 0 ? { ...taxon, uses } : taxon;
}

/**
 * What can be taken for a plant at a stage on a date, and what tells the plant from it then.
 * @param part that is taken; empty for what is first used at the stage
 */
export function apartAt(
  library: Library,
  target: LibraryTaxon,
  stage: StageDescription,
  at: Circumstances,
  part = ''
): Pick<Survey, 'pairs' | 'separation'> & { readonly found: readonly Lookalike[] } {
  const own = ofPart(target, part);
  const found = dangerousLookalikes(library, own, stage, at.isoDate, at);
  const separation = separate(library, own, stage, found, at);
  const open = new Set(separation.found ? [] : separation.open.map(({ taxon }) => taxon));
  const pairs = found
    .map((lookalike) => ({
      lookalike,
      rating: ratePair(target, lookalike, at),
      separable: !open.has(lookalike.taxon.slug)
    }))
    .sort(
      (a, b) =>
        b.rating.rating - a.rating.rating || Number(!!b.lookalike.curated) - Number(!!a.lookalike.curated)
    );
  return { found, pairs, separation };
}

/**
 * Everything the brief says of one taxon on a date: its stage, its dangerous lookalikes rated, what
 * separates them, how far that can be trusted, or when it first will.
 * @param looksAhead whether that first date is worked out: it takes most of the time, and only what is taught asks for it
 * @param part that is taken: what decides must be on it; empty for what is first used at the stage
 */
export function surveyTaxon(
  library: Library,
  target: LibraryTaxon,
  role: Role,
  at: Circumstances,
  looksAhead = role === 'gather' || role === 'show' || (role === 'danger' && !isDangerous(target)),
  part = ''
): Survey {
  const own = ofPart(target, part);
  const ahead = () => (looksAhead ? firstSeparableDate(library, own, role, at) : undefined);
  const met = stageOn(own, at.isoDate, role, at.calendar);
  if (!met)
    return {
      target,
      stage: undefined,
      stageProbability: 0,
      pairs: [],
      separation: nothingToSee,
      trust: { onTarget: 0, onRival: new Map() },
      coming: [],
      firstDate: ahead()
    };
  const { found, pairs, separation } = apartAt(library, target, met.stage, at, part);
  return {
    target,
    stage: met.stage,
    stageProbability: met.probability,
    pairs,
    separation,
    trust: trustInSet(
      separation.set.characters,
      met.stage,
      opponentsOf(found),
      pieceAt(own, met.stage.stage)
    ),
    coming: looksAhead ? comingLookalikes(library, own, met.stage, found, at) : [],
    firstDate: separation.found ? undefined : ahead()
  };
}
