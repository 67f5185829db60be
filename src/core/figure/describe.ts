import { type Plate, composePlate } from './plate';
import { hasOrgan, standardViews } from './view-choice';
import type { View } from './scene';
import { type Quality, drawingVersion, isDrawnAt, qualityOf, typicalSeed } from './specimen';
import { plateInWords } from './words';
import { addressOf } from '../words';
import {
  Stage,
  type Character,
  type Library,
  type LibraryTaxon,
  type Organ,
  type StageDescription,
  cellInWords,
  lacksOrgan,
  organs
} from '../knowledge';

/** A plant's characters of one organ, in words. */
export interface OrganDescription {
  readonly organ: Organ;
  readonly characters: readonly {
    readonly name: string;
    readonly text: string;
    readonly look: string;
    /** Nothing of the kind is to be seen: no spots, no ring. */
    readonly isNothing: boolean;
  }[];
}

const showsNothing = (character: Character, stage: StageDescription): boolean => {
  const weights = stage.cells.get(character.slug)!;
  return (
    character.kind === 'states' &&
    character.states.some(({ negative }, state) => negative && weights.frequency[state]! > 0.9)
  );
};

/** The described characters of a stage by organ; organs that the plant lacks now are left out. */
export function describeStage(library: Library, stage: StageDescription): OrganDescription[] {
  return organs.flatMap((organ) => {
    const described = library.characters.filter((character) => {
      const weights = stage.cells.get(character.slug);
      return character.organ === organ && weights !== undefined && !lacksOrgan(character, weights);
    });
    if (described.every((character) => showsNothing(character, stage))) return [];
    const characters = described
      .map((character) => ({
        name: character.name,
        text: cellInWords(character, stage.cells.get(character.slug)!),
        look: character.look,
        isNothing: showsNothing(character, stage)
      }))
      .sort((a, b) => Number(a.isNothing) - Number(b.isNothing));
    return [{ organ, characters }];
  });
}

/** The plate of a plant's own sheet: the plant and the close views that tell it. */
export const sheetPlate = (
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription,
  seed = typicalSeed
): Plate => composePlate(library, taxon, stage, seed, standardViews(library, taxon, stage), plateSize);

/** What a plant's plate shows, in words, and how well it is drawn; undefined for one that is not drawn. */
export function plateNotes(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription
): { readonly words: readonly string[]; readonly quality: Quality } | undefined {
  if (!isDrawnAt(stage)) return undefined;
  return {
    words: plateInWords(library, sheetPlate(library, taxon, stage)),
    quality: qualityOf(taxon, stage.stage)
  };
}

/** What is below the ground, for whoever asks for it: nobody digs up a plant to name it. */
export function belowGround(
  library: Library,
  taxon: LibraryTaxon,
  stage: StageDescription
): { readonly address: string; readonly words: readonly string[] } | undefined {
  if (!isDrawnAt(stage) || !hasOrgan(library, stage, 'underground')) return undefined;
  const address = plateAddress(library, taxon, stage.stage, { views: ['underground'] });
  const plate = composePlate(library, taxon, stage, typicalSeed, ['underground'], plateSize);
  return address ? { address, words: plateInWords(library, plate) } : undefined;
}

/** Width and height of a plant's own plate. */
export const plateSize = { width: 310, height: 380 };

/**
 * Address of the plate of a taxon at a stage; undefined for one that is not drawn.
 * @param views close views beside the plant; those of its own sheet if not given
 */
export const plateAddress = (
  library: Library,
  taxon: LibraryTaxon,
  stage: string,
  { seed = typicalSeed, views = [] }: { seed?: number; views?: readonly View[] } = {}
): string | undefined => {
  const described = taxon.stages.get(Stage.parse(stage));
  if (!described || !isDrawnAt(described)) return undefined;
  const path = `/plates/${library.hash.slice(0, 16)}-${drawingVersion}/${taxon.slug}/${encodeURIComponent(stage)}/${seed}`;
  return addressOf(path, [['views', views.join(',')]]);
};
