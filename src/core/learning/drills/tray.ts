import { z } from 'zod';
import { type Library, englishName, nameIn, nameWithin } from '../../knowledge';
import { sensitivity, written } from '../measures';
import type { Outcome } from '../outcome';
import { type Photographs, allOf, type Spot } from '../picture';
import { otherUnit } from '../unit';
import { type Album, photographsAt } from './album';
import { type Plant, PlantAt, at, plantOf } from './contrast';
import { type Mark, type OpenPicture, type Posed, defineDrill } from './drill';
import { type MakingOnPlants, likeness } from './making';
import { type Sheet, creditOf, drawSheet, photographSheet, placesOn, shuffledBy, shuffledFor } from './sheet';

/**
 * The learner sees some specimens for a set time, then picks from a larger set what was there, or says which of them
 * was put in another's place. Specimens are drawn anew for the second look, so that plants are kept in mind, not
 * pictures.
 */

export const fewestOnTray = 6;
export const mostOnTray = 12;
/** Seconds for the first look, if nothing is known of the learner. */
export const usualTraySeconds = 20;

const Tray = z.object({
  drill: z.literal('tray'),
  mode: z.enum(['what was there', 'what was swapped']),
  /** On the tray; the first is what is remembered of it. */
  shown: z.array(PlantAt).min(fewestOnTray).max(mostOnTray),
  /** Not on it, and like what is. */
  others: z.array(PlantAt).min(1).max(mostOnTray),
  seconds: z.number().int().min(5).max(60),
  seed: z.number().int(),
  /** Photographs of the school: one or two of each plant, those on the tray first. */
  photographs: z.array(z.array(z.uuid()).min(1).max(2)).optional()
});
type Tray = z.infer<typeof Tray>;

const TrayGiven = z.strictObject({
  drill: z.literal('tray'),
  /** Numbers of the cells on the second look. */
  picked: z
    .array(
      z
        .number()
        .int()
        .min(0)
        .max(2 * mostOnTray)
    )
    .max(2 * mostOnTray)
});
type TrayGiven = z.infer<typeof TrayGiven>;

export interface OpenTray {
  readonly drill: 'tray';
  readonly mode: Tray['mode'];
  readonly seconds: number;
  readonly count: number;
  /** Ready to look, looking, or answering: the tray is gone before the second look is there. */
  readonly phase: 'ready' | 'look' | 'answer';
  readonly picture: OpenPicture | undefined;
  readonly cells: readonly (Spot & { readonly id: number; readonly words: string })[];
}

/** Right from this share of cells answered rightly on. */
const enough = 0.8;

/** What the memory of a tray was worth: what it is about, and most of the rest. */
export const judgeTray = (isFocusRight: boolean, share: number): Outcome =>
  isFocusRight && share >= enough ? 'right' : share >= enough ? 'left' : 'missed';

const columnsFor = (count: number): number => (count <= 6 ? 3 : count <= 12 ? 4 : 6);

/** @returns undefined where the library has one of the plants no more */
function poseTray(
  library: Library,
  spec: Tray,
  photographs: Photographs
): Posed<OpenTray, TrayGiven> | undefined {
  const plants = (of: readonly PlantAt[]): Plant[] =>
    of.flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? []);
  const [shown, others] = [plants(spec.shown), plants(spec.others)];
  if (shown.length < spec.shown.length || others.length < spec.others.length) return undefined;
  const isSwap = spec.mode === 'what was swapped';
  const first = shuffledFor(shown, `tray ${spec.seed}`);
  // The cell of what the question is about is the one that is swapped.
  const swapped = first.indexOf(shown[0]!);
  const second = isSwap
    ? first.map((plant, i) => (i === swapped ? others[0]! : plant))
    : shuffledFor([...shown, ...others], `after ${spec.seed}`);
  const isSignal = (cell: number) => (isSwap ? cell === swapped : shown.includes(second[cell]!));
  const sheets = new Map<string, Sheet>();
  const orderOf = (name: 'tray' | 'after') => (name === 'tray' ? first : second);
  /** The second look is at another photograph of the plant, where there is one. */
  const photographedOn = (name: 'tray' | 'after') =>
    allOf(
      spec.photographs &&
        orderOf(name).map((plant) => {
          const own = spec.photographs![[...shown, ...others].indexOf(plant)] ?? [];
          return (name === 'tray' ? own[0] : own.at(-1)) ?? '';
        }),
      photographs
    );
  const sheet = (name: 'tray' | 'after') => {
    const known = sheets.get(name);
    if (known) return known;
    const order = orderOf(name);
    const seed = (spec.seed % 100_000) + (name === 'tray' ? 0 : 7);
    const columns = columnsFor(order.length);
    const photographed = photographedOn(name);
    const drawn = photographed
      ? photographSheet(photographed, columns, seed)
      : drawSheet(library, order, columns, seed);
    sheets.set(name, drawn);
    return drawn;
  };
  const phaseOf = (asked: readonly string[]): OpenTray['phase'] =>
    asked.includes('answer') ? 'answer' : asked.includes('look') ? 'look' : 'ready';
  const nameOf = { ready: undefined, look: 'tray', answer: 'after' } as const;

  return {
    open: (asked) => {
      const phase = phaseOf(asked);
      const name = nameOf[phase];
      const drawn = name && sheet(name);
      return {
        drill: 'tray',
        mode: spec.mode,
        seconds: spec.seconds,
        count: first.length,
        phase,
        picture: drawn && {
          name,
          width: drawn.width,
          height: drawn.height,
          isPhotograph: drawn.isPhotograph,
          words: drawn.words.map((words, i) => `${i + 1}. ${words}`)
        },
        cells:
          phase === 'answer' ? drawn!.places.map((at, id) => ({ ...at, id, words: drawn!.words[id]! })) : []
      };
    },
    image: (name, asked) => {
      const open = nameOf[phaseOf(asked)];
      return open !== undefined && name === open ? sheet(open).image : undefined;
    },
    offers: (wish) => wish === 'look' || wish === 'answer',
    grade: ({ picked }) => {
      const cells = [...second.keys()];
      const count = (test: (cell: number) => boolean) => cells.filter(test).length;
      const detections = {
        hits: count((cell) => isSignal(cell) && picked.includes(cell)),
        signals: count(isSignal),
        falseAlarms: count((cell) => !isSignal(cell) && picked.includes(cell)),
        noises: count((cell) => !isSignal(cell))
      };
      const { hits, signals, falseAlarms, noises } = detections;
      const share = (hits + noises - falseAlarms) / cells.length;
      const focus = isSwap ? swapped : second.indexOf(shown[0]!);
      const outcome = judgeTray(
        picked.includes(focus),
        isSwap ? Number(hits === 1 && falseAlarms === 0) : share
      );
      const photographed = photographedOn('after');
      const places = placesOn(second.length, columnsFor(second.length));
      const marks = places.flatMap((at, cell): Mark[] => {
        if (isSignal(cell)) return [{ ...at, kind: picked.includes(cell) ? 'here' : 'missed' }];
        return picked.includes(cell) ? [{ ...at, kind: 'false alarm' }] : [];
      });
      const found = sensitivity(detections);
      return {
        unit: otherUnit('taxon', spec.shown[0]!.taxon, spec.shown[0]!.stage),
        pair: undefined,
        specimenStage: spec.shown[0]!.stage,
        outcome,
        score: Math.max(0, hits / signals - falseAlarms / noises),
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: undefined,
        specimen: spec.shown[0]!.taxon,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: undefined,
          reasons: [
            isSwap
              ? `${englishName(shown[0]!.taxon)} lay there; ${nameWithin(englishName(others[0]!.taxon))} was put in its place.`
              : `${hits} of ${signals} found again, ${falseAlarms} picked that had not been there${found ? ` (d′ ${written(found.discrimination, 1)})` : ''}.`,
            `There were: ${shown.map(({ taxon }) => nameWithin(englishName(taxon))).join(', ')}.`,
            'Now go out and find them: a plant that was found is kept longer than one that was seen.'
          ],
          partRight: undefined,
          contrast: undefined,
          marks,
          credit: photographed && creditOf(photographed)
        }
      };
    }
  };
}

function make({ library, plants, up, random, level, seed, urgent }: MakingOnPlants): Tray | undefined {
  const count = fewestOnTray + Math.round(level * (mostOnTray - fewestOnTray) * 0.7);
  const focus = urgent(plants, ({ taxon, stage }) => otherUnit('taxon', taxon.slug, stage.stage));
  if (!focus) return undefined;
  const besides = shuffledBy(
    up.filter(({ taxon }) => taxon !== focus.taxon),
    random
  );
  const own = besides.filter(({ taxon }) => plants.some((plant) => plant.taxon === taxon));
  const shown = [focus, ...new Set([...own.slice(0, 3), ...besides])].slice(0, count);
  const left = besides.filter((plant) => !shown.includes(plant));
  // What is most like something that lay there makes the best distractor.
  const like = (plant: Plant) => Math.max(...shown.map((one) => likeness(library, one, plant)));
  const isSwap = random.next() < 0.4;
  const others = isSwap
    ? left.sort((a, b) => likeness(library, focus, b) - likeness(library, focus, a)).slice(0, 1)
    : left.sort((a, b) => like(b) - like(a)).slice(0, Math.ceil(shown.length / 2));
  if (shown.length < fewestOnTray || others.length === 0) return undefined;
  return {
    drill: 'tray',
    mode: isSwap ? 'what was swapped' : 'what was there',
    shown: shown.map(at),
    others: others.map(at),
    seconds: Math.round(usualTraySeconds * (1 - 0.5 * level)),
    seed
  };
}

/** One or two photographs of each plant: the second look is at another. */
function onPhotographs(spec: Tray, album: Album): Tray {
  const own = plantsIn(spec).map((plant) =>
    photographsAt(album, plant)
      .slice(0, 2)
      .map(({ id }) => id)
  );
  return own.every((ids) => ids.length > 0) ? { ...spec, photographs: own } : spec;
}

const plantsIn = ({ shown, others }: Tray): PlantAt[] => [...shown, ...others];

export const tray = defineDrill({
  name: 'tray',
  title: 'Tray',
  asks: 'Some plants, shown for a while. What was there, or what was swapped?',
  seconds: 45,
  Specification: Tray,
  Given: TrayGiven,
  pose: (library, spec, { photographs }) => poseTray(library, spec, photographs),
  about: (library, { shown, seconds, mode }) => ({
    about: `${shown.length} plants, ${seconds} s: ${mode}`,
    truth: (mode === 'what was swapped' ? shown.slice(0, 1) : shown)
      .map(({ taxon }) => nameIn(library)(taxon))
      .join(', ')
  }),
  plantsIn,
  onPhotographs: (_, spec, album) => onPhotographs(spec, album),
  onPlants: { make }
});
