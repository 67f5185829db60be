import { isDrawnAt, plateInWords, renderPlate, sheetPlate } from '$core/figure';
import { type Library, LibraryDocument, type Stage, compileLibrary } from '$core/knowledge';

/** Draws plants of the library that came along, beside the page: the page has no code for drawing. */

export type Asked =
  | { readonly library: unknown }
  | { readonly id: number; readonly slug: string; readonly stage: Stage; readonly seed: number };

export interface Drawing {
  readonly svg: string;
  /** What it shows, in the words of the glossary. */
  readonly words: string;
}

/** Nothing where there is no drawing of this plant at this stage. */
export interface Answer {
  readonly id: number;
  readonly drawing: Drawing | undefined;
}

let library: Library | undefined;

function draw(slug: string, name: Stage, seed: number): Drawing | undefined {
  const taxon = library?.taxa.get(slug);
  const stage = taxon?.stages.get(name);
  if (!library || !taxon || !stage || !isDrawnAt(stage)) return undefined;
  const plate = sheetPlate(library, taxon, stage, seed);
  return { svg: renderPlate(plate), words: plateInWords(library, plate).join(' ') };
}

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  if ('library' in data) library = compileLibrary(LibraryDocument.parse(data.library)).library;
  else postMessage({ id: data.id, drawing: draw(data.slug, data.stage, data.seed) } satisfies Answer);
});
