import { z } from 'zod';
import { type View, composePlate, standardViews, viewsFor } from '../../figure';
import {
  type Character,
  type Family,
  type Library,
  type LibraryTaxon,
  Stage,
  type StageDescription,
  nameIn,
  stateLabel
} from '../../knowledge';
import type { Outcome } from '../outcome';
import { type MarkedPhotograph, type Spot, drawnPicture, photographedPicture } from '../picture';
import { otherUnit } from '../unit';
import { onOne, photographsAt } from './album';
import { type Plant, at, namedPlant, plantOf } from './contrast';
import { type OpenPicture, type Posed, defineDrill, oneOf } from './drill';
import type { MakingOnPlants } from './making';
import { shuffledBy, shuffledFor } from './sheet';

/**
 * The learner says to which family a plant belongs, and points at what made them say so: a sign of the family that this
 * plant shows, and members of the other families do not. A family is no leave to gather.
 */

const WhichFamily = z.object({
  drill: z.literal('which family'),
  taxon: z.string(),
  stage: Stage,
  /** The other families to choose from. */
  others: z.array(z.string()).min(2).max(5),
  seed: z.number().int(),
  photograph: z.uuid().optional()
});
type WhichFamily = z.infer<typeof WhichFamily>;

const WhichFamilyGiven = z.strictObject({
  drill: z.literal('which family'),
  /** Not there: it cannot be told from this. */
  family: z.string().max(80).optional(),
  tap: z.object({ x: z.number(), y: z.number() }).optional(),
  part: z.number().int().nonnegative().optional()
});
type WhichFamilyGiven = z.infer<typeof WhichFamilyGiven>;

interface NamedFamily {
  readonly name: string;
  readonly english: string;
}

export interface OpenWhichFamily {
  readonly drill: 'which family';
  readonly families: readonly NamedFamily[];
  readonly picture: OpenPicture;
  readonly parts: readonly { readonly id: number; readonly label: string; readonly at: Spot }[];
}

/** A sign tells where at most so many members of each other family show it. */
const seldom = 0.34;

const usualState = (frequency: ArrayLike<number>): number => {
  const all = Array.from(frequency);
  return all.indexOf(Math.max(...all));
};

/** The usual states of a character of a plant, at its stages. */
const statesOf = (taxon: LibraryTaxon, slug: string): number[] =>
  [...taxon.stages.values()].flatMap(({ cells }) => {
    const cell = cells.get(slug);
    return cell ? [usualState(cell.frequency)] : [];
  });

/** By family and character: of each member of which it is described, its usual states. */
type UsualStates = ReadonlyMap<string, ReadonlyMap<string, readonly (readonly number[])[]>>;
const usualIn = new WeakMap<Library, UsualStates>();

/** A library never changes: what its families usually show is counted once. */
function usualStatesIn(library: Library): UsualStates {
  const known = usualIn.get(library);
  if (known) return known;
  const signs = new Set(
    [...library.families.values()].flatMap((one) => (one.signs ?? []).map(({ character }) => character))
  );
  const usual = new Map<string, Map<string, number[][]>>();
  for (const taxon of library.taxa.values()) {
    const own = usual.get(taxon.family) ?? new Map<string, number[][]>();
    usual.set(taxon.family, own);
    for (const slug of signs) {
      const states = statesOf(taxon, slug);
      if (states.length > 0) own.set(slug, [...(own.get(slug) ?? []), states]);
    }
  }
  usualIn.set(library, usual);
  return usual;
}

/**
 * The characters by which a plant at its stage is known for one of its family, among some others: the signs of the
 * family that this plant shows, and that few members of each other family do.
 */
export function tellingOfFamily(
  library: Library,
  { taxon, stage }: Plant,
  others: readonly string[]
): Character[] {
  const usual = usualStatesIn(library);
  return (library.families.get(taxon.family)?.signs ?? []).flatMap(({ character: slug, states }) => {
    const character = library.character.get(slug);
    const cell = stage.cells.get(slug);
    if (!cell || character?.kind !== 'states') return [];
    const isSign = (state: number) => states.includes(character.states[state]?.slug ?? '');
    if (!isSign(usualState(cell.frequency))) return [];
    // Of a family of which nothing is described, nothing is said either way.
    const isSeldom = (family: string) => {
      const theirs = usual.get(family)?.get(slug) ?? [];
      return theirs.length > 0 && theirs.filter((own) => own.some(isSign)).length / theirs.length <= seldom;
    };
    return others.every(isSeldom) ? [character] : [];
  });
}

const plateSize = { width: 620, height: 440 };

/** The whole plant, and near what tells best: the others of its family are drawn in the same views. */
const viewsOf = (
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  telling: readonly Character[]
): View[] => {
  const near = viewsFor(
    [...telling].sort((a, b) => b.salience - a.salience).map(({ slug }) => slug),
    2
  );
  return near.length > 0 ? ['whole', ...near] : [...standardViews(library, taxon, stage)];
};

const familyNamed = (library: Library, name: string): NamedFamily => ({
  name,
  english: library.families.get(name)?.english ?? name
});

/** What a family is, for whoever has answered. */
const familyInWords = ({ shares, alsoShownBy, caution }: Family): string[] => [
  `Its members share: ${shares}`,
  `Shown by others too: ${alsoShownBy}`,
  `Caution: ${caution}`
];

/** @returns undefined where the library has the plant no more */
function poseFamily(
  library: Library,
  spec: WhichFamily,
  photograph: MarkedPhotograph | undefined
): Posed<OpenWhichFamily, WhichFamilyGiven> | undefined {
  const plant = plantOf(library, spec.taxon, spec.stage);
  const family = plant && library.families.get(plant.taxon.family);
  if (!plant || !family) return undefined;
  const telling = tellingOfFamily(library, plant, spec.others);
  const picture = photograph
    ? photographedPicture(library, plant.stage, photograph)
    : drawnPicture(
        library,
        composePlate(
          library,
          plant.taxon,
          plant.stage,
          spec.seed,
          viewsOf(library, plant.taxon, plant.stage, telling),
          plateSize
        )
      );
  const shown = telling.filter(({ slug }) => picture.shown.has(slug));
  const inWords = ({ slug }: Character) => {
    const character = library.character.get(slug)!;
    return `${character.name}: ${stateLabel(character, usualState(plant.stage.cells.get(slug)!.frequency))}`;
  };
  return {
    open: () => ({
      drill: 'which family',
      families: shuffledFor([family.name, ...spec.others], `which family ${spec.seed}`).map((name) =>
        familyNamed(library, name)
      ),
      picture: {
        name: 'specimen',
        ...picture.size,
        isPhotograph: photograph !== undefined,
        words: picture.words
      },
      parts: picture.parts
    }),
    image: (name) => (name === 'specimen' ? picture.image : undefined),
    offers: () => false,
    grade: ({ family: given, tap, part }) => {
      const isPointed = tap !== undefined || part !== undefined;
      const pointed = tap
        ? picture.charactersAt(tap)
        : part === undefined
          ? undefined
          : picture.showsOf(part);
      const isRight = given === family.name;
      const outcome: Outcome = given === undefined ? 'left' : isRight ? 'right' : 'missed';
      const partRight = isRight && isPointed ? shown.some(({ slug }) => pointed?.includes(slug)) : undefined;
      return {
        unit: otherUnit('name', 'family', spec.taxon),
        pair: undefined,
        specimenStage: spec.stage,
        outcome,
        score: isRight ? (partRight === false ? 0.5 : 1) : 0,
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight,
        specimen: spec.taxon,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: { lead: 'This is', ...namedPlant(plant), isDangerous: false },
          reasons: [
            `${family.english} (${family.name}).`,
            ...(partRight === undefined
              ? []
              : [`The part that you pointed at ${partRight ? 'shows' : 'does not show'} what tells it.`]),
            ...(shown.length > 0
              ? [`What tells it here: ${shown.slice(0, 3).map(inWords).join('; ')}.`]
              : []),
            ...familyInWords(family),
            'A family is where the looking begins: it says of no plant that it may be eaten.'
          ],
          partRight,
          contrast: undefined,
          marks: shown.slice(0, 3).flatMap(({ slug }) => {
            const place = picture.placeOf(slug);
            return place ? [{ ...place, kind: 'here' as const }] : [];
          }),
          credit: picture.credit
        }
      };
    }
  };
}

/** So many other families there are to choose from. */
const otherFamilies = 3;
/** So often other families are tried for a plant before another plant is. */
const tries = 4;

/** A question on the most urgent of some plants that shows its family on the very specimen. */
function madeOf(
  pool: readonly Plant[],
  { library, random, seed, urgent }: MakingOnPlants
): WhichFamily | undefined {
  const families = [...new Set([...library.taxa.values()].map(({ family }) => family))];
  for (let left = [...pool]; left.length > 0;) {
    const plant = urgent(left, ({ taxon }) => otherUnit('name', 'family', taxon.slug))!;
    for (let i = 0; i < tries; i += 1) {
      const others = shuffledBy(
        families.filter((name) => name !== plant.taxon.family),
        random.fork(`families ${plant.taxon.slug} ${i}`)
      ).slice(0, otherFamilies);
      const asked = { drill: 'which family' as const, ...at(plant), others, seed };
      const telling = tellingOfFamily(library, plant, others);
      if (telling.length === 0) continue;
      const drawn = drawnPicture(
        library,
        composePlate(
          library,
          plant.taxon,
          plant.stage,
          seed,
          viewsOf(library, plant.taxon, plant.stage, telling),
          plateSize
        )
      );
      if (telling.some(({ slug }) => drawn.placeOf(slug))) return asked;
    }
    left = left.filter((one) => one.taxon !== plant.taxon);
  }
  return undefined;
}

/** Of the plants of the walks; where none of them shows its family now, of what is up besides. */
const make = (making: MakingOnPlants): WhichFamily | undefined =>
  making.plants.length > 0 ? (madeOf(making.plants, making) ?? madeOf(making.up, making)) : undefined;

export const whichFamily = defineDrill({
  name: 'which family',
  title: 'Which family',
  asks: 'To which family does it belong, and what made you say so?',
  seconds: 20,
  Specification: WhichFamily,
  Given: WhichFamilyGiven,
  pose: (library, spec, { photograph }) => poseFamily(library, spec, photograph),
  about: (library, { taxon }) => {
    const family = library.taxa.get(taxon)?.family;
    return {
      about: nameIn(library)(taxon),
      truth: family ? `${familyNamed(library, family).english} (${family})` : ''
    };
  },
  answered: (library, _, { family }) =>
    family === undefined ? 'Cannot tell from this' : familyNamed(library, family).english,
  plantsIn: (spec) => [spec],
  // Where a part is to be pointed at, it must be marked.
  onPhotographs: (library, spec, album) => {
    const plant = plantOf(library, spec.taxon, spec.stage);
    if (!plant) return spec;
    const telling = tellingOfFamily(library, plant, spec.others).map(({ slug }) => slug);
    return onOne(
      spec,
      photographsAt(album, spec).filter(({ marks }) =>
        marks.some(({ character }) => telling.includes(character))
      )
    );
  },
  onPaper: (posed) => {
    const { families, picture } = posed.open([]);
    return {
      asks: 'To which family does it belong?',
      pen: 'Put a ring around what made you say so.',
      choices: families.map(({ english, name }) => `${english} (${name})`),
      pictures: [picture]
    };
  },
  inProgram: (_, __, posed) =>
    oneOf(
      posed,
      posed.open([]).families.map(({ english, name }) => ({
        words: `${english} (${name})`,
        given: { drill: 'which family' as const, family: name }
      }))
    ),
  onPlants: { make }
});
