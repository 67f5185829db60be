import type { Library } from '../../knowledge';
import type { MarkedPhotograph } from '../picture';
import { type DrillPair, type Member } from '../unit';
import { type PlantAt, plantsOf, tellingShown } from './contrast';

/** The photographs that a school has of the plants of a question. */
export type Album = readonly MarkedPhotograph[];

export const photographsAt = (album: Album, { taxon, stage }: PlantAt): MarkedPhotograph[] =>
  album.filter((photo) => photo.taxon === taxon && photo.stage === stage);

/** The question on one of some photographs, by its seed; as it was where there is none. */
export const onOne = <Question extends { readonly seed: number }>(
  question: Question,
  fit: Album
): Question & { photograph?: string } =>
  fit.length > 0 ? { ...question, photograph: fit[question.seed % fit.length]!.id } : question;

/** The question on one photograph of each plant, by its seed; as it was where one plant has none. */
export function onOneOfEach<Question extends { readonly seed: number }>(
  question: Question,
  plants: readonly PlantAt[],
  album: Album
): Question & { photographs?: string[] } {
  const found = plants.flatMap((plant, i) => {
    const own = photographsAt(album, plant);
    return own.length > 0 ? [own[(question.seed + i) % own.length]!.id] : [];
  });
  return found.length === plants.length ? { ...question, photographs: found } : question;
}

/** Photographs of one plant of a pair, with marks on what tells the two apart. */
export function telling(library: Library, pair: DrillPair, member: Member, album: Album): MarkedPhotograph[] {
  const plants = plantsOf(library, pair);
  if (!plants) return [];
  return photographsAt(album, { taxon: pair[member], stage: pair[`${member}Stage`] }).filter(
    ({ marks }) => tellingShown(library, plants, new Set(marks.map(({ character }) => character))).length > 0
  );
}
