import { z } from 'zod';
import { contrastsOf, inCheckingOrder, mayCount, rivalOf } from '../../evidence';
import {
  type Character,
  type Library,
  type LibraryTaxon,
  Stage,
  type StageDescription,
  cellInWords,
  englishName,
  isDangerous,
  pieceAt
} from '../../knowledge';
import type { Spot } from '../picture';
import { type DrillPair, members } from '../unit';

/** A plant of a question at its stage. */
export interface Plant {
  readonly taxon: LibraryTaxon;
  readonly stage: StageDescription;
}

/** The same by its slug, as a question keeps it. */
export const PlantAt = z.object({ taxon: z.string(), stage: Stage });
export type PlantAt = z.infer<typeof PlantAt>;

export const at = ({ taxon, stage }: Plant): PlantAt => ({ taxon: taxon.slug, stage: stage.stage });

/** A plant as it is named on a page. */
export interface Named {
  readonly name: string;
  readonly scientific: string;
}

export const namedPlant = ({ taxon }: Pick<Plant, 'taxon'>): Named => ({
  name: englishName(taxon),
  scientific: taxon.name
});

/**
 * The part of a plant that is gathered at a stage; undefined where no use of it is recorded then, or where it does harm
 * itself: no drill has anybody gather it.
 */
export const gatheredPart = ({ taxon, stage }: Plant): string | undefined =>
  isDangerous(taxon) ? undefined : pieceAt(taxon, stage.stage)?.part;

/** @returns undefined where a release has no such plant at that stage any more */
export function plantOf(library: Library, slug: string, stage: string): Plant | undefined {
  const taxon = library.taxa.get(slug);
  const description = taxon?.stages.get(stage as StageDescription['stage']);
  return taxon && description && { taxon, stage: description };
}

export type PlantPair = Readonly<Record<(typeof members)[number], Plant>>;

export function plantsOf(library: Library, pair: DrillPair): PlantPair | undefined {
  const [target, lookalike] = members.map((member) => plantOf(library, pair[member], pair[`${member}Stage`]));
  return target && lookalike && { target, lookalike };
}

/**
 * The characters that tell two whole plants apart by themselves (S ≥ 0.75), in checking order: no scent against what can
 * kill, and no test that is known to fail.
 */
export function tellingOf(library: Library, { target, lookalike }: PlantPair): Character[] {
  const rival = rivalOf(library, target, lookalike);
  return contrastsOf(library.characters, target.stage, lookalike.stage)
    .telling.filter((one) => mayCount(one, library.characters[one.index]!, rival, undefined))
    .map(({ index }) => library.characters[index]!)
    .sort(inCheckingOrder);
}

/**
 * The shown characters that tell the two of a pair apart. One is enough to say which; before anything is
 * gathered the separating set asks for two.
 * @param shown slugs of the characters that the picture shows
 */
export const tellingShown = (library: Library, plants: PlantPair, shown: ReadonlySet<string>): Character[] =>
  tellingOf(library, plants).filter(({ slug }) => shown.has(slug));

/** Two plants beside each other, character by character: the reason with which every question on a pair ends. */
export interface Contrast {
  readonly target: string;
  readonly lookalike: string;
  readonly rows: readonly {
    readonly name: string;
    readonly target: string;
    readonly lookalike: string;
    /** Whether it decides in the brief, too. */
    readonly isInBrief: boolean;
    /** Where it is seen, if the picture shows it. */
    readonly at: Spot | undefined;
    /** Why it could not be used, where it was not shown. */
    readonly unseen: string;
  }[];
}

/** Rows that a page can hold. */
const mostRows = 4;

/**
 * The reason on which a question ends: what tells the two apart, those that decide in the brief first, then those
 * that were shown.
 */
export function contrastOf(
  library: Library,
  plants: PlantPair,
  deciding: readonly string[],
  shown: ReadonlySet<string>,
  {
    placeOf = () => undefined,
    unseenOf = (character) => (shown.has(character) ? '' : 'not shown here')
  }: {
    /** Where a character is seen. */
    readonly placeOf?: (character: string) => Spot | undefined;
    /** Why it could not be used; nothing where it could. */
    readonly unseenOf?: (character: string) => string;
  } = {}
): Contrast {
  const weight = ({ slug }: Character) => (shown.has(slug) ? 0 : 2) - (deciding.includes(slug) ? 1 : 0);
  const rows = tellingOf(library, plants)
    .map((character, order) => ({ character, order }))
    .sort((a, b) => weight(a.character) - weight(b.character) || a.order - b.order)
    .filter(({ character }) => shown.has(character.slug) || deciding.includes(character.slug))
    .slice(0, mostRows)
    .map(({ character }) => ({
      name: character.name,
      target: cellInWords(character, plants.target.stage.cells.get(character.slug)!),
      lookalike: cellInWords(character, plants.lookalike.stage.cells.get(character.slug)!),
      isInBrief: deciding.includes(character.slug),
      at: placeOf(character.slug),
      unseen: unseenOf(character.slug)
    }));
  return { target: englishName(plants.target.taxon), lookalike: englishName(plants.lookalike.taxon), rows };
}
