import { type Plate, composePlate, plateInWords, renderPlate } from '../../figure';
import type { Library } from '../../knowledge';
import { type Random, createRandom } from '../../random';
import type { MarkedPhotograph, PhotographPart, QuestionImage, Spot } from '../picture';
import type { Plant } from './contrast';

/** Several specimens side by side in cells of equal size, as on a cloth or a page. */

export const cellSize = { width: 150, height: 150 };

export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly image: QuestionImage;
  readonly isPhotograph: boolean;
  /** Who took its photographs. */
  readonly credit: string | undefined;
  /** Middle of each cell, in the order of the plants. */
  readonly places: readonly Spot[];
  /** What each cell shows, for those who do not see it. */
  readonly words: readonly string[];
}

/** One nested drawing: paths only, as the plate itself. */
const placed = (plate: Plate, { x, y }: Spot): string =>
  renderPlate(plate).replace('<svg ', `<svg x="${x - cellSize.width / 2}" y="${y - cellSize.height / 2}" `);

/** The middles of the cells of a sheet. */
export const placesOn = (count: number, columns: number): Spot[] =>
  Array.from({ length: count }, (_, i) => ({
    x: ((i % columns) + 0.5) * cellSize.width,
    y: (Math.floor(i / columns) + 0.5) * cellSize.height
  }));

/**
 * Draws whole plants on a sheet.
 * @param columns cells in a row
 * @param seed of the specimens: each cell has its own
 */
export function drawSheet(library: Library, plants: readonly Plant[], columns: number, seed: number): Sheet {
  const rows = Math.ceil(plants.length / columns);
  const [width, height] = [columns * cellSize.width, rows * cellSize.height];
  const places = placesOn(plants.length, columns);
  const plates = plants.map(({ taxon, stage }, i) =>
    composePlate(library, taxon, stage, 1 + seed * 37 + i, ['whole'], cellSize)
  );
  const drawn = plates.map((plate, i) => placed(plate, places[i]!)).join('');
  return {
    width,
    height,
    image: {
      svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${drawn}</svg>`
    },
    isPhotograph: false,
    credit: undefined,
    places,
    words: plates.map((plate) => plateInWords(library, plate).join(' '))
  };
}

/** A square part of a photograph around something that is marked on it, or its middle. */
function partOf({ width, height, marks }: MarkedPhotograph, random: Random): PhotographPart {
  const side = random.between(0.5, 0.85) * Math.min(width, height);
  const [wide, high] = [side / width, side / height];
  const mark = marks[random.integer(0, Math.max(marks.length - 1, 0))] ?? { x: 0.5, y: 0.5 };
  const within = (middle: number, share: number) =>
    Math.min(Math.max(middle - share * random.between(0.35, 0.65), 0), 1 - share);
  return { left: within(mark.x, wide), top: within(mark.y, high), width: wide, height: high };
}

/** Who took some photographs, each once. */
export const creditOf = (photographs: readonly MarkedPhotograph[]): string =>
  [...new Set(photographs.map(({ credit }) => credit).filter(Boolean))].join(', ');

/** The same from photographs of the school: a part of each, chosen anew from the seed. */
export function photographSheet(
  photographs: readonly MarkedPhotograph[],
  columns: number,
  seed: number
): Sheet {
  const random = createRandom(`photographs ${seed}`);
  const rows = Math.ceil(photographs.length / columns);
  const [width, height] = [columns * cellSize.width, rows * cellSize.height];
  const gap = 4;
  const tiles = photographs.map((photograph, i) => ({
    photograph: photograph.id,
    part: partOf(photograph, random.fork(`part ${i}`)),
    left: (i % columns) * cellSize.width + gap,
    top: Math.floor(i / columns) * cellSize.height + gap,
    side: cellSize.width - 2 * gap
  }));
  return {
    width,
    height,
    image: { tiles, width, height },
    isPhotograph: true,
    credit: creditOf(photographs),
    places: placesOn(photographs.length, columns),
    words: photographs.map(() => 'A photograph.')
  };
}

/** The same things in an order by chance. */
export function shuffledBy<T>(things: readonly T[], random: Random): T[] {
  const order = [...things];
  for (let i = order.length - 1; i > 0; i -= 1) {
    const j = random.integer(0, i);
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}

export const shuffledFor = <T>(things: readonly T[], name: string): T[] =>
  shuffledBy(things, createRandom(name));
