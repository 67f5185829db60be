import { z } from 'zod';
import { type Handful, pieceLooks, piecePlaces, renderPlate, strewHandful } from '../../figure';
import { type Library, isDangerous } from '../../knowledge';
import { type Outcome, confidences } from '../outcome';
import { DrillPair, pairKey, unitKey } from '../unit';
import { contrastOf, namedPlant, plantsOf, tellingShown } from './contrast';
import {
  type Grading,
  type Mark,
  type Named,
  type OpenPicture,
  type Posed,
  type Spot,
  beforeGathering
} from './drill';

/** The learner finds the wrong pieces in a handful of one kind: up to three are wrong, or none. */

export const fewestPieces = 8;
export const mostPieces = 20;
export const mostWrong = 3;

export const Basket = DrillPair.extend({
  drill: z.literal('basket'),
  pieces: z.number().int().min(fewestPieces).max(mostPieces),
  wrong: z.number().int().min(0).max(mostWrong),
  seed: z.number().int()
});
export type Basket = z.infer<typeof Basket>;

export const BasketGiven = z.strictObject({
  drill: z.literal('basket'),
  /** The pieces that are taken out, by number. */
  takenOut: z.array(z.number().int().min(0).max(mostPieces)).max(mostPieces),
  /** Nothing of it is kept: it cannot be told. */
  keepsNone: z.boolean(),
  confidence: z.enum(confidences)
});
export type BasketGiven = z.infer<typeof BasketGiven>;

export interface OpenBasket {
  readonly drill: 'basket';
  readonly wanted: Named;
  readonly picture: OpenPicture;
  /** Where each piece lies, in no order that tells anything, and what it looks like for those who do not see it. */
  readonly pieces: readonly (Spot & { readonly id: number; readonly words: string })[];
}

/**
 * max(0, 1 − (10·misses + false alarms) / (10·max(wrong, 1) + right)): a wrong piece that stays weighs ten good ones
 * that are thrown away.
 */
export const basketScore = (misses: number, falseAlarms: number, wrong: number, right: number): number =>
  Math.max(0, 1 - (10 * misses + falseAlarms) / (10 * Math.max(wrong, 1) + right));

/** What a check of a basket was worth: a wrong piece that stays is gathered. */
export function judgeBasket(
  misses: number,
  falseAlarms: number,
  keepsNone: boolean,
  { canTell, isDangerous: harms }: { canTell: boolean; isDangerous: boolean }
): Outcome {
  if (keepsNone) return canTell ? 'left' : 'right';
  if (misses > 0) return harms ? 'dangerous gather' : 'missed';
  if (!canTell) return 'missed';
  return falseAlarms > 0 ? 'left' : 'right';
}

const clothSize = { width: 620, height: 460 };

/** @returns undefined where the library has one of the plants no more */
export function poseBasket(library: Library, spec: Basket): Posed<OpenBasket, BasketGiven> | undefined {
  const plants = plantsOf(library, spec);
  if (!plants) return undefined;
  const counts = [spec.pieces - spec.wrong, spec.wrong];
  const handful: Handful = strewHandful(
    library,
    [plants.target, plants.lookalike],
    counts,
    spec.seed,
    clothSize
  );
  const shown = new Set(
    handful.figures.flatMap(({ scene }) =>
      scene.parts.flatMap(({ shows }) => shows.map(({ character }) => character))
    )
  );
  const canTell = tellingShown(library, plants, shown).length > 0;
  const places = piecePlaces(handful);
  const looks = pieceLooks(library, handful);
  const isWrong = (piece: number) => handful.kinds[piece] === 1;

  const grade = (given: BasketGiven): Grading => {
    const out = new Set(
      given.keepsNone ? places.keys() : given.takenOut.filter((piece) => piece < places.length)
    );
    const count = (test: (piece: number) => boolean) => [...places.keys()].filter(test).length;
    const misses = count((piece) => isWrong(piece) && !out.has(piece));
    const falseAlarms = count((piece) => !isWrong(piece) && out.has(piece));
    const harms = isDangerous(plants.lookalike.taxon);
    const outcome = judgeBasket(misses, falseAlarms, given.keepsNone, { canTell, isDangerous: harms });
    const member = spec.wrong > 0 ? 'lookalike' : 'target';
    const marks = places.flatMap((at, piece): Mark[] => {
      if (given.keepsNone) return isWrong(piece) ? [{ ...at, kind: 'wrong, found' }] : [];
      if (isWrong(piece)) return [{ ...at, kind: out.has(piece) ? 'wrong, found' : 'wrong, missed' }];
      return out.has(piece) ? [{ ...at, kind: 'right, taken out' }] : [];
    });
    return {
      unit: unitKey(pairKey(spec), spec[`${member}Stage`]),
      pair: pairKey(spec),
      specimenStage: spec[`${member}Stage`],
      outcome,
      score:
        given.keepsNone && !canTell
          ? 1
          : basketScore(misses, falseAlarms, spec.wrong, spec.pieces - spec.wrong),
      isDangerousSpecimen: spec.wrong > 0 && harms,
      decision: given.keepsNone || (spec.wrong > 0 && misses === 0) || falseAlarms > 0 ? 'leave' : 'gather',
      couldBeTold: canTell,
      partRight: undefined,
      specimen: spec[member],
      takenFor: misses > 0 ? spec.target : undefined,
      feedback: {
        outcome,
        truth:
          spec.wrong === 0
            ? { lead: 'Every piece is', ...namedPlant(plants.target), isDangerous: false }
            : {
                lead: spec.wrong === 1 ? 'One piece is' : `${spec.wrong} pieces are`,
                ...namedPlant(plants.lookalike),
                isDangerous: harms
              },
        reasons: [
          ...inWords(misses, falseAlarms, given.keepsNone),
          ...(canTell ? [] : ['On these pieces nothing tells the two apart: none of it is kept.']),
          'Every single piece is checked: stands are mixed.',
          beforeGathering
        ],
        partRight: undefined,
        contrast: contrastOf(library, plants, spec.deciding, shown),
        marks,
        credit: undefined
      }
    };
  };

  return {
    open: () => ({
      drill: 'basket',
      wanted: namedPlant(plants.target),
      picture: {
        name: 'cloth',
        ...clothSize,
        isPhotograph: false,
        words: [`${spec.pieces} pieces on a cloth.`]
      },
      pieces: places.map((at, id) => ({ ...at, id, words: looks[id]! }))
    }),
    image: (name) => (name === 'cloth' ? { svg: evenSize(renderPlate(handful)) } : undefined),
    offers: () => false,
    grade
  };
}

/** Padded, so that what is sent does not tell by its size how many pieces are of another kind. */
const evenSize = (svg: string): string => svg.padEnd(Math.ceil(svg.length / 65_536) * 65_536);

const pieces = (count: number) => (count === 1 ? 'One piece' : `${count} pieces`);

function inWords(misses: number, falseAlarms: number, keepsNone: boolean): string[] {
  if (keepsNone) return [];
  return [
    ...(misses > 0 ? [`${pieces(misses)} of it stayed in the basket.`] : []),
    ...(falseAlarms > 0 ? [`${pieces(falseAlarms)} that belonged went out; that harms nobody.`] : [])
  ];
}
