import {
  type Plate,
  type Point,
  type View,
  anchorOf,
  charactersAt,
  listParts,
  plateInWords,
  renderPlate,
  shownCharacters,
  withoutShapes
} from '../figure';
import { type Library, type StageDescription, cellInWords } from '../knowledge';

/** A place on a picture, in units of its size. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** A photograph of a school on which characters are marked, by shares of its width and height. */
export interface MarkedPhotograph {
  readonly id: string;
  readonly taxon: string;
  readonly stage: string;
  readonly width: number;
  readonly height: number;
  readonly credit: string;
  readonly marks: readonly { readonly character: string; readonly x: number; readonly y: number }[];
}

/** Photographs that a question names, by their ids: those that are still there. */
export type Photographs = ReadonlyMap<string, MarkedPhotograph>;

/** A part of a photograph, in shares of its width and height. */
export interface PhotographPart {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A part of a photograph at a place of a sheet, in units of the sheet. */
export interface Tile {
  readonly photograph: string;
  readonly part: PhotographPart;
  readonly left: number;
  readonly top: number;
  readonly side: number;
}

/**
 * What is sent as a picture: a drawing, a photograph of the school, whole or in part, parts of several on a sheet, or
 * the picture of a question that the school has written.
 */
export type QuestionImage =
  | { readonly svg: string }
  | { readonly questionPicture: string }
  | { readonly photograph: string; readonly part?: PhotographPart }
  | { readonly tiles: readonly Tile[]; readonly width: number; readonly height: number };

/** Several photographs that a question names; undefined where one of them is not there any more. */
export function allOf(
  ids: readonly string[] | undefined,
  photographs: Photographs
): MarkedPhotograph[] | undefined {
  const found = ids?.flatMap((id) => photographs.get(id) ?? []);
  return found && found.length > 0 && found.length === ids!.length ? found : undefined;
}

/** What a question shows: a drawn plate, or a photograph of the school on which characters are marked. */
export interface QuestionPicture {
  readonly size: { readonly width: number; readonly height: number };
  /** The characters that can be judged on it. */
  readonly shown: ReadonlySet<string>;
  /** What is shown under a tap, in units of its size; undefined where nothing is. */
  charactersAt(tap: Point): readonly string[] | undefined;
  /** Where a character is seen. */
  placeOf(character: string): Point | undefined;
  /** For keyboards and readers: parts by number, named neutrally. */
  readonly parts: readonly { id: number; label: string; at: Point }[];
  /** What the part of that number shows. */
  showsOf(part: number): readonly string[] | undefined;
  /** What is shown, for those who do not see it. */
  readonly words: readonly string[];
  readonly image: QuestionImage;
  /** Who took it, where it is a photograph. */
  readonly credit?: string;
}

const distance: Partial<Record<View, string>> = { whole: 'whole plant', underside: 'from below' };

export function drawnPicture(library: Library, plate: Plate): QuestionPicture {
  const parts = listParts(plate);
  const listed = new Map<string, Set<string>>();
  // Many questions are kept while they are open: of the plate, only what a tap needs stays beside the drawing.
  const slim = withoutShapes(plate);
  return {
    size: { width: plate.width, height: plate.height },
    shown: shownCharacters(plate),
    charactersAt: (tap) => charactersAt(slim, tap),
    placeOf: (character) => anchorOf(slim, character),
    // One of each kind and distance, and such as show what those do not: what a finger reaches, a keyboard does.
    parts: parts.flatMap(({ id, kind, view, at, shows }) => {
      const label = `${kind}, ${distance[view] ?? 'near'}`;
      const before = listed.get(label);
      if (shows.length === 0 || (before && shows.every((slug) => before.has(slug)))) return [];
      listed.set(label, new Set([...(before ?? []), ...shows]));
      return [{ id, label: before ? `${label}, another` : label, at }];
    }),
    showsOf: (part) => parts[part]?.shows,
    words: plateInWords(library, plate),
    image: { svg: renderPlate(plate) }
  };
}

const photographWidth = 620;
/** A mark is hit within this share of the picture's longer side. */
const markReach = 0.09;

/** @param stage what the plant is described to look like, for the words */
export function photographedPicture(
  library: Library,
  stage: StageDescription,
  photograph: MarkedPhotograph
): QuestionPicture {
  const size = {
    width: photographWidth,
    height: Math.round((photographWidth * photograph.height) / photograph.width)
  };
  const marks = photograph.marks.flatMap((mark) => {
    const character = library.character.get(mark.character);
    return character && stage.cells.has(mark.character)
      ? [{ character, at: { x: mark.x * size.width, y: mark.y * size.height } }]
      : [];
  });
  const reach = markReach * Math.max(size.width, size.height);
  return {
    size,
    shown: new Set(marks.map(({ character }) => character.slug)),
    charactersAt: ({ x, y }) => {
      const near = marks.filter(({ at }) => Math.hypot(at.x - x, at.y - y) <= reach);
      return near.length > 0 ? near.map(({ character }) => character.slug) : undefined;
    },
    placeOf: (slug) => marks.find(({ character }) => character.slug === slug)?.at,
    parts: marks.map(({ character, at }, id) => ({ id, label: `${character.organ}, place ${id + 1}`, at })),
    showsOf: (part) => marks[part] && [marks[part].character.slug],
    words: [
      'A photograph.',
      ...marks.map(
        ({ character }) => `${character.name}: ${cellInWords(character, stage.cells.get(character.slug)!)}.`
      )
    ],
    image: { photograph: photograph.id },
    credit: photograph.credit
  };
}
