import { z } from 'zod';
import {
  canLie,
  orderOfPieces,
  pieceCharacters,
  pieceLooks,
  piecePlaces,
  renderPlate,
  strewHandful
} from '../../figure';
import { type Library, isDangerous, nameIn, nameWithin } from '../../knowledge';
import { type Outcome, confidences } from '../outcome';
import { type Photographs, type QuestionImage, allOf, type Spot } from '../picture';
import { createRandom } from '../../random';
import { DrillPair, members, pairKey, unitKey } from '../unit';
import { telling } from './album';
import {
  type PlantPair,
  contrastOf,
  gatheredPart,
  namedPlant,
  plantsOf,
  tellingShown,
  type Named
} from './contrast';
import {
  type Grading,
  type Mark,
  type OpenPicture,
  type Posed,
  beforeGathering,
  defineDrill,
  leftNow,
  pairInWords,
  plantsOfPair
} from './drill';
import { photographSheet } from './sheet';

/** The learner finds the wrong pieces in a handful of one kind: up to three are wrong, or none. */

export const fewestPieces = 8;
export const mostPieces = 20;
export const mostWrong = 3;

const Basket = DrillPair.extend({
  drill: z.literal('basket'),
  pieces: z.number().int().min(fewestPieces).max(mostPieces),
  wrong: z.number().int().min(0).max(mostWrong),
  seed: z.number().int(),
  /** Photographs of the school of either plant: a piece is a part of one. */
  photographs: z.object({ target: z.array(z.uuid()).min(1), lookalike: z.array(z.uuid()).min(1) }).optional()
});
type Basket = z.infer<typeof Basket>;

const BasketGiven = z.strictObject({
  drill: z.literal('basket'),
  /** The pieces that are taken out, by number. */
  takenOut: z.array(z.number().int().min(0).max(mostPieces)).max(mostPieces),
  /** Nothing of it is kept: it cannot be told. */
  keepsNone: z.boolean(),
  confidence: z.enum(confidences)
});
type BasketGiven = z.infer<typeof BasketGiven>;

export interface OpenBasket {
  readonly drill: 'basket';
  readonly wanted: Named;
  /** The part that was picked; undefined in a question of before, on what is not gathered at its stage. */
  readonly part: string | undefined;
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

interface Cloth {
  readonly size: { readonly width: number; readonly height: number };
  readonly image: QuestionImage;
  /** Which of the two each piece is: 1 is wrong. */
  readonly kinds: readonly number[];
  readonly places: readonly Spot[];
  readonly looks: readonly string[];
  /** The characters that the pieces show. */
  readonly shown: ReadonlySet<string>;
  readonly credit: string | undefined;
}

const countsOf = ({ pieces, wrong }: Basket): number[] => [pieces - wrong, wrong];

function drawnCloth(library: Library, { target, lookalike }: PlantPair, spec: Basket): Cloth {
  const handful = strewHandful(library, [target, lookalike], countsOf(spec), spec.seed, clothSize);
  return {
    size: clothSize,
    image: { svg: evenSize(renderPlate(handful)) },
    kinds: handful.kinds,
    places: piecePlaces(handful),
    looks: pieceLooks(library, handful),
    shown: new Set(
      handful.figures.flatMap(({ scene }) =>
        scene.parts.flatMap(({ shows }) => shows.map(({ character }) => character))
      )
    ),
    credit: undefined
  };
}

/** Pieces beside each other, each a part of a photograph of its plant. */
function photographedCloth(spec: Basket, photographs: Photographs): Cloth | undefined {
  const kinds = orderOfPieces(countsOf(spec), spec.seed);
  const both = [spec.photographs?.target, spec.photographs?.lookalike].map((ids) => allOf(ids, photographs));
  const [targets, lookalikes] = both;
  if (!targets || !lookalikes) return undefined;
  const random = createRandom(`pieces ${spec.seed}`);
  const pieces = kinds.map((kind) => {
    const own = kind === 1 ? lookalikes : targets;
    return own[random.integer(0, own.length - 1)]!;
  });
  const sheet = photographSheet(pieces, pieces.length > 12 ? 5 : 4, spec.seed);
  return {
    size: { width: sheet.width, height: sheet.height },
    image: sheet.image,
    kinds,
    places: sheet.places,
    looks: sheet.words,
    shown: new Set(
      [...targets, ...lookalikes].flatMap(({ marks }) => marks.map(({ character }) => character))
    ),
    credit: sheet.credit ?? ''
  };
}

/** @returns undefined where the library has one of the plants no more */
function poseBasket(
  library: Library,
  spec: Basket,
  photographs: Photographs
): Posed<OpenBasket, BasketGiven> | undefined {
  const plants = plantsOf(library, spec);
  if (!plants) return undefined;
  const cloth = photographedCloth(spec, photographs) ?? drawnCloth(library, plants, spec);
  const { shown, places, looks } = cloth;
  const canTell = tellingShown(library, plants, shown).length > 0;
  const part = gatheredPart(plants.target);
  const isWrong = (piece: number) => cloth.kinds[piece] === 1;

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
          part ? beforeGathering : leftNow(plants.target)
        ],
        partRight: undefined,
        contrast: contrastOf(library, plants, spec.deciding, shown),
        marks,
        credit: cloth.credit
      }
    };
  };

  return {
    open: () => ({
      drill: 'basket',
      wanted: namedPlant(plants.target),
      part,
      picture: {
        name: 'cloth',
        ...cloth.size,
        isPhotograph: cloth.credit !== undefined,
        words: [`${spec.pieces} pieces on a cloth.`]
      },
      pieces: places.map((at, id) => ({ ...at, id, words: looks[id]! }))
    }),
    image: (name) => (name === 'cloth' ? cloth.image : undefined),
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

/** A photographed basket is filled from so many pictures of a plant, at most. */
const mostOfAPlant = 6;

export const basket = defineDrill({
  name: 'basket',
  title: 'Basket',
  asks: 'A handful of one kind. Which pieces do not belong? Up to three, or none.',
  seconds: 30,
  Specification: Basket,
  Given: BasketGiven,
  pose: (library, spec, { photographs }) => poseBasket(library, spec, photographs),
  about: (library, spec) => ({
    about: pairInWords(library, spec),
    truth:
      spec.wrong === 0
        ? `${spec.pieces} pieces, none wrong`
        : `${spec.pieces} pieces, ${spec.wrong} ${nameWithin(nameIn(library)(spec.lookalike))}`
  }),
  plantsIn: plantsOfPair,
  onPhotographs: (library, spec, album) => {
    const [target, lookalike] = members.map((member) =>
      telling(library, spec, member, album)
        .slice(0, mostOfAPlant)
        .map(({ id }) => id)
    );
    return target!.length > 0 && lookalike!.length > 0
      ? { ...spec, photographs: { target: target!, lookalike: lookalike! } }
      : spec;
  },
  onPaper: (posed) => {
    const { wanted, part, pieces: all, picture } = posed.open([]);
    return {
      asks: `Picked for ${nameWithin(wanted.name)}${part ? `, ${part}` : ''}: ${all.length} pieces. Cross out what does not belong.`,
      choices: ['Keep none of it: it cannot be told'],
      pictures: [picture]
    };
  },
  onPair: {
    isFit: (library, plants) => {
      // Nobody has a handful of what is not gathered at this stage.
      if (!gatheredPart(plants.target)) return false;
      const both = [plants.target, plants.lookalike];
      if (!both.every(canLie)) return false;
      const shown = new Set(both.flatMap((plant) => pieceCharacters(library, plant)));
      return tellingShown(library, plants, shown).length > 0;
    },
    make: ({ pair, member, level, random, seed }) => {
      const wrong =
        member === 'target' ? 0 : random.integer(1, Math.round(mostWrong - (mostWrong - 1) * level));
      const pieces = Math.round(fewestPieces + (mostPieces - fewestPieces) * level * random.between(0.6, 1));
      return { ...pair, drill: 'basket', pieces, wrong, seed };
    },
    isOnTarget: ({ wrong }) => wrong === 0,
    // Knowing the basket is taking out what is wrong in it; not knowing it leaves that in, or throws good pieces away.
    given: (spec, { decision, confidence, isKnown }) => {
      const wrong = orderOfPieces(countsOf(spec), spec.seed).flatMap((kind, piece) =>
        kind === 1 ? [piece] : []
      );
      const takenOut = isKnown ? wrong : spec.wrong > 0 ? [] : [0];
      return { drill: 'basket', takenOut, keepsNone: decision === 'look further', confidence };
    }
  }
});
