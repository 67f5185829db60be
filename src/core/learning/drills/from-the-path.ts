import { z } from 'zod';
import {
  type Wayside,
  canStandByWay,
  distances,
  growWayside,
  renderPlate,
  standingPlants
} from '../../figure';
import { type Library, englishName, harmsByTouch, nameIn, nameWithin, worstContact } from '../../knowledge';
import type { Outcome } from '../outcome';
import { type Photographs, type QuestionImage, allOf } from '../picture';
import { otherUnit } from '../unit';
import { onOneOfEach } from './album';
import { PlantAt, at, plantOf } from './contrast';
import { type Mark, type OpenPicture, type Posed, defineDrill } from './drill';
import type { MakingOnPlants } from './making';
import { cellSize, photographSheet, shuffledBy, shuffledFor } from './sheet';

/** Before stepping nearer, the learner spots what must not be touched in a small, blurred scene of the season. */

const FromThePath = z.object({
  drill: z.literal('from the path'),
  /** What harms by touch or sap; it may be absent from the scene. */
  hazard: PlantAt,
  others: z.array(PlantAt).min(1).max(6),
  /** How many of the hazard stand there: none to three. */
  count: z.number().int().min(0).max(3),
  distance: z.enum(distances),
  sight: z.enum(['soft', 'blurred']),
  seed: z.number().int(),
  /** Photographs of the school: of the hazard, then of each other plant. */
  photographs: z.array(z.uuid()).optional()
});
type FromThePath = z.infer<typeof FromThePath>;

const FromThePathGiven = z.strictObject({
  drill: z.literal('from the path'),
  picked: z.array(z.number().int().min(0).max(40)).max(40)
});
type FromThePathGiven = z.infer<typeof FromThePathGiven>;

export interface OpenFromThePath {
  readonly drill: 'from the path';
  readonly sight: FromThePath['sight'];
  readonly picture: OpenPicture;
  /** The frame of each plant. */
  readonly plants: readonly {
    readonly id: number;
    readonly left: number;
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
  }[];
}

/** A hazard that was not seen is the error; keeping away from a harmless plant is caution. */
export const judgePath = (misses: number, falseAlarms: number): Outcome =>
  misses > 0 ? 'missed' : falseAlarms > 0 ? 'left' : 'right';

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });

const sceneSize = { width: 760, height: 456 };

interface PathScene {
  readonly size: { readonly width: number; readonly height: number };
  readonly image: QuestionImage;
  /** The frame of each plant, with its kind: 0 is the hazard. */
  readonly standing: ReturnType<typeof standingPlants>;
  readonly credit: string | undefined;
}

const drawnScene = (scene: Wayside): PathScene => ({
  size: sceneSize,
  image: { svg: renderPlate(scene) },
  standing: standingPlants(scene),
  credit: undefined
});

/** Plants beside each other, as each was photographed. */
function photographedScene(
  spec: FromThePath,
  counts: readonly number[],
  photographs: Photographs
): PathScene | undefined {
  const found = allOf(spec.photographs, photographs);
  if (!found || found.length !== counts.length) return undefined;
  const kinds = shuffledFor(
    counts.flatMap((count, kind) => Array.from({ length: Math.min(count, 2) }, () => kind)),
    `path ${spec.seed}`
  );
  const sheet = photographSheet(
    kinds.map((kind) => found[kind]!),
    4,
    spec.seed
  );
  const half = cellSize.width / 2 - 6;
  return {
    size: { width: sheet.width, height: sheet.height },
    image: sheet.image,
    standing: sheet.places.map(({ x, y }, i) => ({
      kind: kinds[i]!,
      left: x - half,
      top: y - half,
      right: x + half,
      bottom: y + half
    })),
    credit: sheet.credit ?? ''
  };
}

/** @returns undefined where the library has the plants no more */
function posePath(
  library: Library,
  spec: FromThePath,
  photographs: Photographs
): Posed<OpenFromThePath, FromThePathGiven> | undefined {
  const hazard = plantOf(library, spec.hazard.taxon, spec.hazard.stage);
  const others = spec.others.flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? []);
  if (!hazard || others.length === 0) return undefined;
  const kinds = [hazard, ...others];
  const counts = kinds.map((_, i) => (i === 0 ? spec.count : 2));
  const scene =
    photographedScene(spec, counts, photographs) ??
    drawnScene(growWayside(library, kinds, counts, spec.seed % 1_000_000, sceneSize, spec.distance));
  const { standing } = scene;
  const isHazard = (id: number) => harmsByTouch(kinds[standing[id]!.kind]!.taxon);
  const harm = worstContact(hazard.taxon);
  return {
    open: () => ({
      drill: 'from the path',
      sight: spec.sight,
      picture: {
        name: 'scene',
        ...scene.size,
        isPhotograph: scene.credit !== undefined,
        words: [`${standing.length} plants, seen from the path.`]
      },
      plants: standing.map(({ left, top, right, bottom }, id) => ({ id, left, top, right, bottom }))
    }),
    image: (name) => (name === 'scene' ? scene.image : undefined),
    offers: () => false,
    grade: ({ picked }) => {
      const ids = [...standing.keys()];
      const hazards = ids.filter(isHazard);
      const misses = hazards.filter((id) => !picked.includes(id)).length;
      const falseAlarms = ids.filter((id) => !isHazard(id) && picked.includes(id)).length;
      const outcome = judgePath(misses, falseAlarms);
      const marks = ids.flatMap((id): Mark[] => {
        const { left, right, top, bottom } = standing[id]!;
        const at = { x: (left + right) / 2, y: (top + bottom) / 2 };
        if (isHazard(id)) return [{ ...at, kind: picked.includes(id) ? 'wrong, found' : 'wrong, missed' }];
        return picked.includes(id) ? [{ ...at, kind: 'false alarm' }] : [];
      });
      const found = hazards.length - misses;
      const harmless = [...new Set(standing.map(({ kind }) => kind))]
        .filter((kind) => !harmsByTouch(kinds[kind]!.taxon))
        .map((kind) => nameWithin(englishName(kinds[kind]!.taxon)));
      return {
        unit: otherUnit('hazard', spec.hazard.taxon, spec.hazard.stage),
        pair: undefined,
        specimenStage: spec.hazard.stage,
        outcome,
        score:
          hazards.length === 0
            ? Number(falseAlarms === 0)
            : Math.max(0, found / hazards.length - falseAlarms / ids.length),
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: undefined,
        specimen: spec.hazard.taxon,
        takenFor: undefined,
        feedback: {
          outcome,
          truth:
            hazards.length > 0
              ? {
                  lead: hazards.length === 1 ? 'One plant was' : `${hazards.length} plants were`,
                  name: englishName(hazard.taxon),
                  scientific: hazard.taxon.name,
                  isDangerous: true
                }
              : undefined,
          reasons: [
            ...(hazards.length === 0 ? ['Nothing here harms by touch.'] : []),
            ...(harm && hazards.length > 0 ? [`${sentence(harm.effect)}: ${harm.onset}.`] : []),
            `${hazards.length > 0 ? 'Beside it' : 'There'} stood ${harmless.length > 0 ? list.format(harmless) : 'nothing else'}.`,
            'What cannot be named from the path is not touched.'
          ],
          partRight: undefined,
          contrast: undefined,
          marks,
          credit: scene.credit
        }
      };
    }
  };
}

function make({ up, random, level, seed, urgent }: MakingOnPlants): FromThePath | undefined {
  const stands = up.filter(({ stage }) => canStandByWay(stage));
  const hazard = urgent(
    stands.filter(({ taxon }) => harmsByTouch(taxon)),
    ({ taxon, stage }) => otherUnit('hazard', taxon.slug, stage.stage)
  );
  const harmless = shuffledBy(
    stands.filter(({ taxon }) => !harmsByTouch(taxon)),
    random
  );
  if (!hazard || harmless.length < 3) return undefined;
  return {
    drill: 'from the path',
    hazard: at(hazard),
    others: harmless.slice(0, 3 + Math.round(level)).map(at),
    count: random.choose([1, 3, 2, 1]),
    distance: level > 0.7 ? 'far' : level > 0.3 ? 'across' : 'near',
    sight: random.next() < level ? 'blurred' : 'soft',
    seed
  };
}

const plantsIn = ({ hazard, others }: FromThePath): PlantAt[] => [hazard, ...others];

export const fromThePath = defineDrill({
  name: 'from the path',
  title: 'From the path',
  asks: 'Spot what must not be touched before you step nearer.',
  seconds: 15,
  Specification: FromThePath,
  Given: FromThePathGiven,
  pose: (library, spec, { photographs }) => posePath(library, spec, photographs),
  about: (library, { hazard, count }) => ({
    about: nameIn(library)(hazard.taxon),
    truth: count === 0 ? 'none there' : `${count} of it`
  }),
  plantsIn,
  onPhotographs: (_, spec, album) => onOneOfEach(spec, plantsIn(spec), album),
  onPaper: (posed) => ({
    asks: 'Put a ring around what must not be touched.',
    choices: ['Nothing here'],
    pictures: [posed.open([]).picture]
  }),
  onPlants: { make }
});
