import { counted } from '../../words';
import {
  type Library,
  type LibraryTaxon,
  type Use,
  englishName,
  isHarmful,
  useOfPart,
  worstContact,
  worstEaten,
  worstSeverity
} from '../../knowledge';
import type { BriefDocument, BriefOutline } from './document';
import { type Drawings, contrastSheet, named, sheetRows } from './contrast-sheet';
import type { Role } from '../policy';
import type { Circumstances, Survey, SurveyedPair } from '../survey';

/** A pair that nobody curated gets a sheet of its own from this rating and this likeness on. */
const sheetFromRating = 8;
const sheetFromSimilarity = 0.75;

export interface BriefInput {
  readonly walk: BriefDocument['walk'];
  readonly front: BriefDocument['front'];
  readonly stops: BriefDocument['stops'];
  readonly dangers: BriefDocument['dangers'];
  readonly learners: number;
  /** By pair, target~lookalike. */
  readonly remarks: ReadonlyMap<string, string>;
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

const isTaught = ({ role, survey }: Planned) =>
  (role === 'gather' || role === 'show') && survey.stage !== undefined;

const pairsOfPlan = (planned: readonly Planned[]) =>
  planned
    .filter(isTaught)
    .flatMap(({ survey, role }) => survey.pairs.map((pair) => ({ survey, pair, role })))
    .sort((a, b) => b.pair.rating.rating - a.pair.rating.rating);

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
    targets: input.planned.filter(isTaught).map(({ survey, role }) => ({
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
    harvest: input.planned
      .filter(({ role }) => role === 'gather')
      .map((one) => harvestCard(one, input.learners)),
    ill: illness(library, input, lookalikes),
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
  const pairs = pairsOfPlan(input.planned);
  const document: BriefDocument = {
    ...outlineBrief(library, input),
    sheets: pairs
      .filter(({ pair }) => isWeighty(pair))
      .map(({ survey, pair, role }) => contrastSheet(library, survey, pair, role, at, drawings)),
    appendix: pairs
      .filter(({ pair }) => !isWeighty(pair))
      .map(({ survey, pair }) => ({
        target: englishName(survey.target),
        lookalike: englishName(pair.lookalike.taxon),
        rating: pair.rating.rating,
        rows: sheetRows(library, survey, pair, at).slice(0, 3)
      }))
  };
  return { document, drawings };
}

const count = (pieces: number) => `${counted(pieces, 'piece')}`;

function harvestCard(
  { survey: { target }, part, portion, piecesEach }: Planned,
  learners: number
): BriefDocument['harvest'][number] {
  const use: Use | undefined = useOfPart(target, part);
  return {
    name: englishName(target),
    scientific: target.name,
    part,
    portion,
    howMany:
      piecesEach === undefined
        ? ''
        : `${count(piecesEach)} each${learners > 0 ? `, ${piecesEach * learners} for the group` : ''}`,
    rule: target.harvest?.rule ?? 'No rule is recorded: ask before you take.',
    exempt: target.allowance?.exempt ?? '',
    spacing: target.allowance?.spacing ?? '',
    tool: target.harvest?.tool ?? '',
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
