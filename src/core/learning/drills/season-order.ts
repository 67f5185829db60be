import { z } from 'zod';
import { type Library, type LibraryTaxon, englishName, nameIn, nameWithin } from '../../knowledge';
import { rankCorrelation, written } from '../measures';
import type { Outcome } from '../outcome';
import { type Photographs, allOf } from '../picture';
import { otherUnit } from '../unit';
import { onOneOfEach } from './album';
import { type Plant, PlantAt, at, plantOf } from './contrast';
import { type OpenPicture, type Posed, defineDrill, oneOf, toldBy } from './drill';
import { type MakingOnPlants, isFit, likeness } from './making';
import { type Sheet, drawSheet, photographSheet, shuffledBy, shuffledFor } from './sheet';

/** Stages or taxa are put in the order of the year, or a young plant is matched with its own later self. */

const SeasonOrder = z.object({
  drill: z.literal('season'),
  mode: z.enum(['stages', 'taxa', 'match']),
  /** To be ordered; for a match, what is shown and then what there is to choose from, its own later self first. */
  items: z.array(PlantAt).min(3).max(7),
  seed: z.number().int(),
  /** A photograph of the school for each item. */
  photographs: z.array(z.uuid()).optional()
});
type SeasonOrder = z.infer<typeof SeasonOrder>;

const SeasonGiven = z.strictObject({
  drill: z.literal('season'),
  /** The cards in the order given, by number; for a match the one card that was chosen. */
  order: z.array(z.number().int().min(0).max(10)).min(1).max(7)
});
type SeasonGiven = z.infer<typeof SeasonGiven>;

export interface OpenSeason {
  readonly drill: 'season';
  readonly mode: SeasonOrder['mode'];
  /** The plant whose stages are ordered. */
  readonly of: { readonly name: string; readonly scientific: string } | undefined;
  /** What is to be matched. */
  readonly shown: OpenPicture | undefined;
  readonly cards: readonly { readonly id: number; readonly label: string; readonly picture: OpenPicture }[];
}

/** Middle of the time at which a stage is fully up, as a day of the year. */
export function middleDay({ stage }: Pick<Plant, 'stage'>): number {
  const [, from, to] = stage.windows[0]!;
  return ((((from + ((to - from + 365) % 365) / 2 - 1) % 365) + 365) % 365) + 1;
}

const firmOrder = 0.9;

export const judgeOrder = (correlation: number): Outcome => (correlation >= firmOrder ? 'right' : 'missed');

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December'
];
const monthOf = (day: number): string => months[Math.min(11, Math.floor((day - 1) / 30.44))]!;

/** The plants of a question, and those on its cards as they lie; undefined where the library has one no more. */
function plantsAndCards(library: Library, spec: SeasonOrder) {
  const items = spec.items.flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? []);
  if (items.length < spec.items.length) return undefined;
  return {
    items,
    cards: shuffledFor(spec.mode === 'match' ? items.slice(1) : items, `season ${spec.seed}`)
  };
}

/** @returns undefined where the library has one of the plants no more */
function poseSeason(
  library: Library,
  spec: SeasonOrder,
  photographs: Photographs
): Posed<OpenSeason, SeasonGiven> | undefined {
  const found = plantsAndCards(library, spec);
  if (!found) return undefined;
  const { items, cards } = found;
  const isMatch = spec.mode === 'match';
  const sheets = new Map<string, Sheet>();
  const photographed = allOf(spec.photographs, photographs);
  const sheet = (name: string, plant: Plant): Sheet => {
    const photograph = photographed?.[items.indexOf(plant)];
    const known =
      sheets.get(name) ??
      (photograph
        ? photographSheet([photograph], 1, spec.seed)
        : drawSheet(library, [plant], 1, spec.seed % 100_000));
    sheets.set(name, known);
    return known;
  };
  const picture = (name: string, plant: Plant): OpenPicture => {
    const { width, height, isPhotograph, words } = sheet(name, plant);
    return { name, width, height, isPhotograph, words };
  };
  const named = ({ taxon }: { taxon: LibraryTaxon }) => ({
    name: englishName(taxon),
    scientific: taxon.name
  });
  return {
    open: () => ({
      drill: 'season',
      mode: spec.mode,
      of: spec.mode === 'stages' ? named(items[0]!) : undefined,
      shown: isMatch ? picture('shown', items[0]!) : undefined,
      cards: cards.map((plant, id) => ({
        id,
        label: spec.mode === 'taxa' ? `${englishName(plant.taxon)}, in ${plant.stage.stage}` : '',
        picture: picture(`card-${id}`, plant)
      }))
    }),
    image: (name) => {
      const card = /^card-(\d+)$/.exec(name);
      const plant = name === 'shown' && isMatch ? items[0] : card ? cards[Number(card[1])] : undefined;
      return plant && sheet(name, plant).image;
    },
    offers: () => false,
    grade: ({ order }) => {
      const given = order.flatMap((id) => cards[id] ?? []);
      const isRight = isMatch && given[0] === items[1];
      const correlation = isMatch
        ? Number(isRight)
        : given.length === cards.length && new Set(given).size === cards.length
          ? (rankCorrelation(given.map(middleDay), [...given.keys()]) ?? 0)
          : -1;
      const outcome = isMatch ? (isRight ? 'right' : 'missed') : judgeOrder(correlation);
      const inOrder = [...cards].sort((a, b) => middleDay(a) - middleDay(b));
      return {
        unit: otherUnit('season', spec.items[0]!.taxon, spec.mode),
        pair: undefined,
        specimenStage: spec.items[0]!.stage,
        outcome,
        score: isMatch ? Number(isRight) : (1 + correlation) / 2,
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: undefined,
        specimen: spec.items[0]!.taxon,
        takenFor: isMatch ? given[0]?.taxon.slug : undefined,
        feedback: {
          outcome,
          truth: isMatch ? { lead: 'Both are', ...named(items[0]!), isDangerous: false } : undefined,
          reasons: [
            ...(isMatch
              ? given[0] && !isRight
                ? [`You chose ${nameWithin(englishName(given[0].taxon))}.`]
                : []
              : [
                  `In the order of the year: ${inOrder
                    .map(
                      (plant) =>
                        `${spec.mode === 'stages' ? plant.stage.stage : `${nameWithin(englishName(plant.taxon))} in ${plant.stage.stage}`} (${monthOf(middleDay(plant))})`
                    )
                    .join(', ')}.`,
                  `Rank correlation ${written(correlation, 2)}.`
                ]),
            'Known in flower is not known as a rosette: each stage is learned by itself.'
          ],
          partRight: undefined,
          contrast: undefined,
          marks: [],
          credit: photographed && [...new Set(photographed.map(({ credit }) => credit))].join(', ')
        }
      };
    }
  };
}

const apartDays = 14;

/** Of some plants those whose time of the year can be told apart. */
function spacedOut(plants: readonly Plant[]): Plant[] {
  const kept: Plant[] = [];
  for (const plant of plants)
    if (kept.every((one) => Math.abs(middleDay(one) - middleDay(plant)) >= apartDays)) kept.push(plant);
  return kept;
}

const stagesOf = (taxon: LibraryTaxon): Plant[] =>
  [...taxon.stages.values()]
    .filter((stage) => stage.stage !== 'winter' && isFit(taxon, stage))
    .map((stage) => ({ taxon, stage }));

const flowering = (taxon: LibraryTaxon): Plant[] =>
  stagesOf(taxon).filter(({ stage }) => stage.stage === 'flower');

/** One plant through the year. */
function makeStages({ plants, seed, urgent }: MakingOnPlants): SeasonOrder | undefined {
  const taxon = urgent(
    [...new Set(plants.map((plant) => plant.taxon))].filter((one) => spacedOut(stagesOf(one)).length >= 3),
    ({ slug }) => otherUnit('season', slug, 'stages')
  );
  return (
    taxon && { drill: 'season', mode: 'stages', items: spacedOut(stagesOf(taxon)).slice(0, 6).map(at), seed }
  );
}

/** The flowers of several plants. */
function makeTaxa({ plants, random, level, seed }: MakingOnPlants): SeasonOrder | undefined {
  const taxa = [...new Set(plants.map(({ taxon }) => taxon))];
  const items = spacedOut(shuffledBy(taxa.flatMap(flowering), random)).slice(0, 3 + Math.round(2 * level));
  return items.length < 3 ? undefined : { drill: 'season', mode: 'taxa', items: items.map(at), seed };
}

/** A young plant and its own flower, among the flowers that are most like it. */
function makeMatch({ library, plants, random, seed, urgent }: MakingOnPlants): SeasonOrder | undefined {
  const young = plants.filter(
    ({ taxon, stage }) => ['leaf', 'first-year leaf'].includes(stage.stage) && flowering(taxon).length > 0
  );
  const shown = urgent(young, ({ taxon }) => otherUnit('season', taxon.slug, 'match'));
  if (!shown) return undefined;
  const [own] = flowering(shown.taxon);
  const others = [...library.taxa.values()]
    .filter((taxon) => taxon !== shown.taxon)
    .flatMap(flowering)
    .sort((a, b) => likeness(library, own!, b) - likeness(library, own!, a))
    .slice(0, 6);
  const items = [shown, own!, ...shuffledBy(others, random).slice(0, 3)];
  return { drill: 'season', mode: 'match', items: items.map(at), seed };
}

function make(making: MakingOnPlants): SeasonOrder | undefined {
  for (const makeOne of shuffledBy([makeStages, makeTaxa, makeMatch], making.random)) {
    const made = makeOne(making);
    if (made) return made;
  }
  return undefined;
}

function about(library: Library, { mode, items }: SeasonOrder): { about: string; truth: string } {
  const said = items
    .flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? [])
    .map((plant) => ({
      words: `${englishName(plant.taxon)} in ${plant.stage.stage}`,
      day: middleDay(plant)
    }));
  if (mode === 'match')
    return { about: `${said[0]?.words ?? ''}, and its flower`, truth: said[1]?.words ?? '' };
  return {
    about:
      mode === 'stages' ? `${nameIn(library)(items[0]!.taxon)} through the year` : 'flowers through the year',
    truth: said
      .sort((x, y) => x.day - y.day)
      .map(({ words }) => words)
      .join(', ')
  };
}

/** What a card is called where it cannot be moved: by its plant, or by its place among the pictures. */
const cardInWords = (cards: OpenSeason['cards'], i: number, shown: OpenPicture | undefined): string =>
  cards[i]!.label || `Picture ${i + (shown ? 2 : 1)}`;

export const seasonOrder = defineDrill({
  name: 'season',
  title: 'Season',
  asks: 'Put stages or plants in the order of the year, or match a rosette with its flower.',
  seconds: 30,
  Specification: SeasonOrder,
  Given: SeasonGiven,
  pose: (library, spec, { photographs }) => poseSeason(library, spec, photographs),
  about,
  plantsIn: ({ items }) => items,
  onPhotographs: (_, spec, album) => onOneOfEach(spec, spec.items, album),
  onPaper: (posed) => {
    const { mode, of, shown, cards } = posed.open([]);
    return {
      asks:
        mode === 'match'
          ? 'The plant of the first picture will flower later. Which is its flower?'
          : `${of ? `${of.name} through the year` : 'Flowers through the year'}: put them in order, the earliest first.`,
      ...(mode === 'match' ? {} : { pen: 'Number them.' }),
      choices: cards.map((_, i) => cardInWords(cards, i, shown)),
      pictures: [...(shown ? [shown] : []), ...cards.map(({ picture }) => picture)]
    };
  },
  inProgram: (library, spec, posed) => {
    const { shown, cards } = posed.open([]);
    const options = cards.map(({ picture }, i) => ({ words: cardInWords(cards, i, shown), picture }));
    if (shown)
      return oneOf(
        posed,
        options.map((option, i) => ({ ...option, given: { drill: 'season', order: [cards[i]!.id] } }))
      );
    const days = plantsAndCards(library, spec)!.cards.map(middleDay);
    const inOrder = options.map((_, i) => i).sort((a, b) => days[a]! - days[b]!);
    const right = { drill: 'season' as const, order: inOrder.map((i) => cards[i]!.id) };
    return {
      answer: { kind: 'order', options: inOrder.map((i) => options[i]!) },
      told: toldBy(posed.grade(right, []).feedback)
    };
  },
  onPlants: { make }
});
