import { counted } from '../../words';
import {
  type Library,
  type LibraryTaxon,
  type Use,
  accountOf,
  englishName,
  harvestOf,
  isDangerous,
  isHarmful,
  useOfPart,
  worstContact,
  worstEaten,
  worstSeverity
} from '../../knowledge';
import type { BriefDocument, BriefOutline } from './document';
import { type Drawings, contrastSheet, named, sheetRows } from './contrast-sheet';
import type { Role } from '../policy';
import { stageIsUp } from '../../season';
import { type Circumstances, type Survey, type SurveyedPair, surveyTaxon } from '../survey';

/** A pair that nobody curated gets a sheet of its own from this rating and this likeness on. */
const sheetFromRating = 8;
const sheetFromSimilarity = 0.75;

export interface BriefInput {
  readonly walk: BriefDocument['walk'];
  readonly front: BriefDocument['front'];
  readonly stops: BriefDocument['stops'];
  readonly dangers: BriefDocument['dangers'];
  readonly bites: BriefDocument['bites'];
  readonly map?: BriefDocument['map'];
  readonly learners: number;
  /** By pair, target~lookalike. */
  readonly remarks: ReadonlyMap<string, string>;
  /** Whether a claim of this hash is confirmed by enough sources. */
  readonly isConfirmed: (claim: string) => boolean;
  readonly planned: readonly {
    survey: Survey;
    role: Role;
    part: string;
    portion: string;
    piecesEach: number | undefined;
    stopName: string;
  }[];
}

type Planned = BriefInput['planned'][number];

/** What the group stands before: whatever its role, but for what is left out, and for what is not up. */
const isMet = ({ role, survey }: Planned) => role !== 'leave out' && survey.stage !== undefined;

/** A pair of a brief. */
interface BriefPair {
  readonly survey: Survey;
  readonly pair: SurveyedPair;
  readonly role: Role;
  /** The group meets the lookalike itself: the target is what it is taken for. */
  readonly isDangerMet: boolean;
}

const byRating = (a: BriefPair, b: BriefPair) => b.pair.rating.rating - a.pair.rating.rating;

/** Whether a plant that is met can be told from what harms: no question of a danger that harms itself. */
const isQuestion = (one: Planned) => isMet(one) && (one.role !== 'danger' || !isDangerous(one.survey.target));

/** What the plants that are met may be confounded with. */
const pairsOfPlan = (planned: readonly Planned[]): BriefPair[] =>
  planned
    .filter(isMet)
    .flatMap((one) =>
      one.survey.pairs
        .filter(({ lookalike }) => isQuestion(one) || lookalike.curated !== undefined)
        .map((pair) => ({ survey: one.survey, pair, role: one.role, isDangerMet: false }))
    )
    .sort(byRating);

/** Each pair once, in its weightiest row: a plant may be met at several stops. They come the weightiest first. */
const eachOnce = (pairs: readonly BriefPair[]): BriefPair[] =>
  pairs.filter((pair, i) => pairs.findIndex((other) => keyOf(other) === keyOf(pair)) === i);

/** So many plants that a dangerous one is taken for get a sheet beside it; the others are told in words. */
const mostSheetsOfDanger = 2;

/**
 * What a dangerous plant that is met is taken for: by the pairs that were curated, of what is up on the date. What is
 * recorded on the ground first, then what may stand there, then by rating.
 */
function takenFor(library: Library, { survey: { target: danger }, role }: Planned, at: Circumstances) {
  const nearness = ({ survey: { target } }: BriefPair) =>
    at.abundance.has(target.slug)
      ? 2
      : Number(target.habitats.some((habitat) => at.habitats.includes(habitat)));
  return library.pairs
    .filter(({ lookalike, kind }) => lookalike === danger.slug && kind !== 'grows among')
    .map(({ target }) => library.taxa.get(target)!)
    .filter((target) => !isDangerous(target))
    .flatMap((target): BriefPair[] => {
      const survey = surveyTaxon(library, target, 'show', at, false);
      const pair = survey.pairs.find(({ lookalike }) => lookalike.taxon === danger);
      return pair && survey.stageProbability >= stageIsUp ? [{ survey, pair, role, isDangerMet: true }] : [];
    })
    .sort((a, b) => nearness(b) - nearness(a) || byRating(a, b));
}

/** All pairs of a brief: those that get a sheet, and those that are told in words. */
function sortedPairs(library: Library, input: BriefInput, at: Circumstances) {
  const pairs = eachOnce(pairsOfPlan(input.planned));
  const sheets = pairs.filter(({ pair }) => isWeighty(pair));
  const inWords = pairs.filter(({ pair }) => !isWeighty(pair));
  const known = new Set(pairs.map(keyOf));
  for (const one of input.planned) {
    if (!isMet(one) || !isDangerous(one.survey.target)) continue;
    const more = takenFor(library, one, at).filter((pair) => !known.has(keyOf(pair)));
    for (const pair of more) known.add(keyOf(pair));
    const isTaught = sheets.some(({ pair }) => pair.lookalike.taxon === one.survey.target);
    const most = isTaught ? 0 : mostSheetsOfDanger;
    // A sheet says, too, from when the two can be told: that takes its time.
    for (const pair of more.slice(0, most))
      sheets.push({ ...pair, survey: surveyTaxon(library, pair.survey.target, 'show', at) });
    inWords.push(...more.slice(most));
  }
  return { sheets: sheets.sort(byRating), inWords: inWords.sort(byRating) };
}

const keyOf = ({ survey, pair }: BriefPair): string => `${survey.target.slug}~${pair.lookalike.taxon.slug}`;

const isWeighty = ({ lookalike, rating }: SurveyedPair) =>
  lookalike.curated !== undefined ||
  (rating.rating >= sheetFromRating && (lookalike.similarity ?? 0) >= sheetFromSimilarity);

/** All of a brief but its sheets: quick, and enough to see whether a published one still holds. */
export function outlineBrief(library: Library, input: BriefInput): BriefOutline {
  const lookalikes = pairsOfPlan(input.planned).map(({ pair }) => pair.lookalike.taxon);
  return {
    format: 2,
    walk: input.walk,
    front: input.front,
    stops: [...input.stops],
    targets: hardestOf(input.planned.filter(isQuestion)).map(({ survey, role }) => ({
      ...named(survey.target, survey.stage!.stage),
      role,
      stageProbability: survey.stageProbability,
      found: survey.separation.found,
      set: survey.separation.set.characters.map(({ name }) => name),
      firstDate: survey.firstDate,
      onTarget: survey.trust.onTarget
    })),
    remarks: Object.fromEntries(input.remarks),
    contact: contactHazards(library, input, lookalikes),
    dangers: [...input.dangers],
    harvest: [...partsGathered(input.planned).values()].map((rows) => harvestCard(rows, input.learners)),
    ill: illness(library, input, lookalikes),
    bites: [...input.bites],
    library: { hash: library.hash, name: library.name, taxa: library.taxa.size }
  };
}

/** Composes a brief: everything in it follows from the plan, the date and the library. */
export function composeBrief(
  library: Library,
  input: BriefInput,
  at: Circumstances
): { document: BriefDocument; drawings: Drawings } {
  const drawings: Drawings = new Map();
  const { sheets, inWords } = sortedPairs(library, input, at);
  const document: BriefDocument = {
    ...outlineBrief(library, input),
    ...(input.map && { map: input.map }),
    sheets: sheets.map((one) =>
      contrastSheet(library, one.survey, one.pair, { ...one, isConfirmed: input.isConfirmed }, at, drawings)
    ),
    appendix: inWords.map(({ survey, pair }) => ({
      target: englishName(survey.target),
      lookalike: englishName(pair.lookalike.taxon),
      rating: pair.rating.rating,
      rows: sheetRows(library, survey, pair, at).slice(0, 3)
    }))
  };
  return { document, drawings };
}

const count = (pieces: number) => `${counted(pieces, 'piece')}`;

/** What is gathered, by plant and part: a part may be gathered at several stops. */
function partsGathered(planned: readonly Planned[]): Map<string, [Planned, ...Planned[]]> {
  const parts = new Map<string, [Planned, ...Planned[]]>();
  for (const one of planned.filter(({ role }) => role === 'gather')) {
    const key = `${one.survey.target.slug} ${one.part}`;
    const known = parts.get(key);
    if (known) known.push(one);
    else parts.set(key, [one]);
  }
  return parts;
}

const roleWeight: readonly Role[] = ['gather', 'show', 'danger', 'leave out'];

/** Of each plant the row that is hardest to tell: its ground differs from stop to stop. Its weightiest role goes with it. */
function hardestOf(planned: readonly Planned[]): Planned[] {
  const hardness = ({ survey: { separation } }: Planned) =>
    separation.found ? separation.set.characters.length : Infinity;
  return [...new Set(planned.map(({ survey }) => survey.target.slug))].map((slug) => {
    const rows = planned.filter(({ survey }) => survey.target.slug === slug);
    const hardest = rows.reduce((most, row) => (hardness(row) > hardness(most) ? row : most));
    const role = roleWeight.find((one) => rows.some((row) => row.role === one))!;
    return { ...hardest, role };
  });
}

const atStops = (rows: readonly Planned[], said: (row: Planned) => string): string => {
  const told = rows.filter((row) => said(row));
  return told.map((row) => (told.length > 1 ? `${said(row)} at ${row.stopName}` : said(row))).join('; ');
};

function harvestCard(rows: [Planned, ...Planned[]], learners: number): BriefDocument['harvest'][number] {
  const {
    survey: { target },
    part
  } = rows[0];
  const use: Use | undefined = useOfPart(target, part);
  const harvest = harvestOf(target, part);
  const { rule } = accountOf(target, part);
  return {
    name: englishName(target),
    scientific: target.name,
    part,
    portion: atStops(rows, ({ portion }) => portion),
    howMany: atStops(rows, ({ piecesEach }) =>
      piecesEach === undefined
        ? ''
        : `${count(piecesEach)} each${learners > 0 ? `, ${piecesEach * learners} for the group` : ''}`
    ),
    rule: harvest?.rule ?? 'No rule is recorded: ask before you take.',
    exempt: rule?.exempt ?? '',
    spacing: rule?.spacing ?? '',
    tool: harvest?.tool ?? '',
    preparation: use?.preparation ?? 'not known',
    conditions: use?.conditions ?? ''
  };
}

/** How likely it is met: planned at a stop, or perhaps among the others. */
const contactLikelihood = { planned: 3, perhaps: 2 } as const;

/** Everything on the walk, planned or possible, that harms by contact, the worst first. */
function contactHazards(
  library: Library,
  input: BriefInput,
  lookalikes: readonly LibraryTaxon[]
): BriefDocument['contact'] {
  const where = new Map<string, string | undefined>(lookalikes.map((taxon) => [taxon.slug, undefined]));
  for (const { survey, stopName } of input.planned) where.set(survey.target.slug, stopName);
  return [...where]
    .flatMap(([slug, place]) => {
      const taxon = library.taxa.get(slug)!;
      const worst = worstContact(taxon);
      if (!worst) return [];
      const isSunlight = worst.route === 'sap-then-sunlight';
      return [
        {
          name: englishName(taxon),
          scientific: taxon.name,
          effect: worst.effect,
          onset: worst.onset,
          where: place ?? 'may stand among the others',
          wear: isHarmful(worst.severity)
            ? 'Do not touch. Who must: gloves and long sleeves.'
            : 'Gloves for who handles it; no bare arms or legs.',
          onContact:
            worst.route === 'eye'
              ? 'Rinse the eye with clean water for a quarter of an hour, and call.'
              : isSunlight
                ? 'Wash at once with soap and water, cover the skin, and keep it out of the sun for two days.'
                : 'Wash at once with soap and water; do not rub. If it swells or blisters, call.',
          rating:
            (worst.severity + 1) *
            (place === undefined ? contactLikelihood.perhaps : contactLikelihood.planned)
        }
      ];
    })
    .sort((a, b) => b.rating - a.rating || a.name.localeCompare(b.name, 'en'));
}

/** Harm by eating of all that is taught or feared, from a day’s illness on; the worst first. */
function illness(
  library: Library,
  input: BriefInput,
  lookalikes: readonly LibraryTaxon[]
): BriefDocument['ill'] {
  const slugs = new Set([
    ...lookalikes.map(({ slug }) => slug),
    ...input.planned.map(({ survey }) => survey.target.slug)
  ]);
  return [...slugs]
    .flatMap((slug) => {
      const taxon = library.taxa.get(slug)!;
      const worst = worstEaten(taxon);
      return worst
        ? [
            {
              name: englishName(taxon),
              scientific: taxon.name,
              effect: worst.effect,
              onset: worst.onset,
              severity: Math.max(worst.severity, worstSeverity(taxon))
            }
          ]
        : [];
    })
    .sort((a, b) => b.severity - a.severity || a.name.localeCompare(b.name, 'en'));
}
