import { z } from 'zod';
import { type Buffers, allowanceOf, bufferOf } from '../../ground';
import { composePlate } from '../../figure';
import {
  type AllowanceRule,
  type Library,
  type LibraryTaxon,
  Stage,
  accountOf,
  englishName,
  harvestOf,
  nameIn,
  nameWithin,
  pieceAt,
  useAt
} from '../../knowledge';
import type { Random } from '../../random';
import type { Outcome } from '../outcome';
import { type MarkedPhotograph, drawnPicture, photographedPicture } from '../picture';
import { otherUnit } from '../unit';
import { onOne, photographsAt } from './album';
import { at, namedPlant, plantOf, type Named } from './contrast';
import { type OpenPicture, type Posed, defineDrill, oneOf } from './drill';
import type { MakingOnPlants } from './making';

/** A rightly named plant in a scene: place, amount, permission or time says whether it may be taken, and why not. */

/** Why a plant that is known is left all the same. */
export const takingReasons = [
  'no leave to pick',
  'too near to what fouls it',
  'nothing left of this year’s allowance',
  'the only patch',
  'not at this stage'
] as const;
export type TakingReason = (typeof takingReasons)[number];

export const roadKinds = [
  'main road',
  'lane with traffic',
  'railway',
  'sprayed margin',
  'outfall',
  'livestock'
] as const;

export const Scene = z.object({
  mayPick: z.boolean(),
  nearby: z.object({ kind: z.enum(roadKinds), metres: z.number().int().min(0).max(1000) }),
  isOnlyPatch: z.boolean(),
  squareMetres: z.number().int().min(1).max(10_000),
  /** What is surely there, and what was taken this year: what the rule counts, and pieces. */
  low: z.number().int().min(0).max(100_000),
  taken: z.number().int().min(0).max(100_000)
});
export type Scene = z.infer<typeof Scene>;

const ShouldWeTakeIt = z.object({
  drill: z.literal('should we take it'),
  taxon: z.string(),
  stage: Stage,
  scene: Scene,
  /** The school's own distances, as they stood. */
  buffers: z.record(z.string(), z.number()).default({}),
  seed: z.number().int(),
  photograph: z.uuid().optional()
});
type ShouldWeTakeIt = z.infer<typeof ShouldWeTakeIt>;

const ShouldWeTakeItGiven = z.strictObject({
  drill: z.literal('should we take it'),
  reason: z.enum(['take it', ...takingReasons])
});
type ShouldWeTakeItGiven = z.infer<typeof ShouldWeTakeItGiven>;

export interface OpenShouldWeTakeIt {
  readonly drill: 'should we take it';
  readonly plant: Named & { readonly stage: Stage; readonly group: LibraryTaxon['group'] };
  readonly scene: readonly string[];
  readonly picture: OpenPicture;
}

const wholeYear = 2027;

const partAt = (taxon: Pick<Ruled, 'uses'>, stage: Stage): string => useAt(taxon, stage)?.part ?? '';
/** The rule for what is gathered at a stage. */
const ruleAt = (taxon: Ruled, stage: Stage) => accountOf(taxon, partAt(taxon, stage)).rule;
type Ruled = Pick<LibraryTaxon, 'allowance' | 'harvest' | 'parts' | 'uses'>;

/** Everything that speaks against taking it, by the rules of the library, the ground and the school. */
export function reasonsAgainst(taxon: Ruled, stage: Stage, scene: Scene, buffers: Buffers): TakingReason[] {
  const reasons: TakingReason[] = [];
  if (!scene.mayPick) reasons.push('no leave to pick');
  const buffer = bufferOf(scene.nearby.kind, buffers) ?? 0;
  if (scene.nearby.metres < buffer) reasons.push('too near to what fouls it');
  if (scene.isOnlyPatch) reasons.push('the only patch');
  if (!pieceAt(taxon, stage)) reasons.push('not at this stage');
  const rule = ruleAt(taxon, stage);
  const allowance = allowanceOf(rule, {
    mayPick: true,
    isOnlyPatch: false,
    squareMetres: scene.squareMetres,
    low: scene.low,
    exemptShare: rule?.exempt ? 0.5 : undefined,
    taken: scene.taken,
    reserved: 0,
    takenBefore: undefined,
    year: wholeYear,
    closed: undefined
  });
  const isOpen = allowance.kind === 'to need' || (allowance.kind === 'pieces' && allowance.left > 0);
  if (!isOpen) reasons.push('nothing left of this year’s allowance');
  return reasons;
}

/** Taking what is to be left is the error; leaving what could be taken never is. */
export const judgeTaking = (given: 'take it' | TakingReason, against: readonly TakingReason[]): Outcome => {
  if (given === 'take it') return against.length === 0 ? 'right' : 'missed';
  return against.length === 0 ? 'left' : 'right';
};

const plateSize = { width: 420, height: 380 };

function inWords(
  taxon: LibraryTaxon,
  { mayPick, nearby, isOnlyPatch, squareMetres, low, taken }: Scene,
  buffers: Buffers,
  stage: Stage
): string[] {
  const rule = ruleAt(taxon, stage);
  const kept = bufferOf(nearby.kind, buffers);
  const unit = rule?.unit ?? 'plants';
  return [
    mayPick
      ? 'The owner has given leave to pick.'
      : 'The owner lets us walk here; nothing was said of picking.',
    nearby.metres === 0
      ? `It stands at the edge: ${nearby.kind}.`
      : `Nearest to it: ${nearby.kind}, ${nearby.metres} m away.`,
    ...(kept ? [`The distance that is kept from it: ${kept} m.`] : []),
    `${isOnlyPatch ? 'It is the only patch that we know of here' : 'There are other patches'}; this one has ${squareMetres} m² and surely ${low} ${unit}.`,
    taken === 0 ? 'Nothing was taken this year.' : `${taken} pieces were taken this year.`,
    ...(rule
      ? [
          rule.fraction === 'to need'
            ? 'It is abundant: taken to need.'
            : `The rule: a ${fractionWord(rule.fraction)} of what is surely there, ${rule.pieces === 1 ? 'one piece' : `${rule.pieces} pieces`} of each${rule.exempt ? `, half of them left alone (${rule.exempt})` : ''}${rule.leastSquareMetres ? `, and only from ${rule.leastSquareMetres} m² on` : ''}.`
        ]
      : [])
  ];
}

const fractionWord = (fraction: number): string =>
  ({ 0.5: 'half', 0.33: 'third', 0.25: 'quarter', 0.2: 'fifth', 0.1: 'tenth', 0.05: 'twentieth' })[
    fraction
  ] ?? `share of ${Math.round(fraction * 100)} in 100`;

/** @returns undefined where the library has the plant no more */
function poseTaking(
  library: Library,
  spec: ShouldWeTakeIt,
  photograph: MarkedPhotograph | undefined
): Posed<OpenShouldWeTakeIt, ShouldWeTakeItGiven> | undefined {
  const plant = plantOf(library, spec.taxon, spec.stage);
  if (!plant) return undefined;
  const against = reasonsAgainst(plant.taxon, spec.stage, spec.scene, spec.buffers);
  const harvest = harvestOf(plant.taxon, partAt(plant.taxon, spec.stage));
  const picture = photograph
    ? photographedPicture(library, plant.stage, photograph)
    : drawnPicture(library, composePlate(library, plant.taxon, plant.stage, spec.seed, ['whole'], plateSize));
  return {
    open: () => ({
      drill: 'should we take it',
      plant: { ...namedPlant(plant), stage: spec.stage, group: plant.taxon.group },
      scene: inWords(plant.taxon, spec.scene, spec.buffers, spec.stage),
      picture: {
        name: 'specimen',
        ...picture.size,
        isPhotograph: photograph !== undefined,
        words: picture.words
      }
    }),
    image: (name) => (name === 'specimen' ? picture.image : undefined),
    offers: () => false,
    grade: ({ reason }) => {
      const outcome = judgeTaking(reason, against);
      const partRight = reason === 'take it' ? undefined : against.includes(reason);
      const buffer = bufferOf(spec.scene.nearby.kind, spec.buffers);
      return {
        unit: otherUnit('judgement', against[0] ?? 'take it'),
        pair: undefined,
        specimenStage: spec.stage,
        outcome,
        score: outcome === 'right' ? (partRight === false ? 0.5 : 1) : outcome === 'left' ? 0.5 : 0,
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight,
        specimen: spec.taxon,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: undefined,
          reasons: [
            against.length === 0
              ? `Here some ${nameWithin(englishName(plant.taxon))} may be taken, each piece checked.`
              : `To be left: ${against.join('; ')}.`,
            ...(against.includes('too near to what fouls it')
              ? [`${buffer} m are kept here: ${spec.scene.nearby.kind}.`]
              : []),
            ...(partRight === false && against.length > 0
              ? ['Leaving it was right, for another reason.']
              : []),
            ...(harvest ? [harvest.rule] : []),
            'Local law and the landowner come before any rule of ours.'
          ],
          partRight,
          contrast: undefined,
          marks: [],
          credit: picture.credit
        }
      };
    }
  };
}

/** A scene in which one thing, or nothing, speaks against taking. */
function sceneFor(allowance: AllowanceRule | undefined, buffers: Buffers, random: Random): Scene {
  const against = ['nothing', 'leave', 'distance', 'only', 'allowance'][random.integer(0, 4)]!;
  const kind = roadKinds[random.integer(0, roadKinds.length - 1)]!;
  const buffer = bufferOf(kind, buffers) ?? 0;
  const low = random.integer(2, 9) * 100;
  const most =
    allowance && allowance.fraction !== 'to need'
      ? Math.floor(low * allowance.fraction * allowance.pieces)
      : 0;
  return {
    mayPick: against !== 'leave',
    nearby: {
      kind,
      metres:
        against === 'distance'
          ? Math.floor(buffer * random.between(0, 0.8))
          : Math.ceil(buffer * random.between(1.3, 3)) + 5
    },
    isOnlyPatch: against === 'only',
    squareMetres: Math.max(40, Math.ceil((allowance?.leastSquareMetres ?? 0) * random.between(1.2, 4))),
    low,
    taken: against === 'allowance' ? most + 5 : Math.floor(most * random.between(0, 0.1))
  };
}

function make({ plants, random, seed, buffers }: MakingOnPlants): ShouldWeTakeIt | undefined {
  const known = plants.filter(
    ({ taxon, stage }) =>
      ruleAt(taxon, stage.stage) !== undefined && pieceAt(taxon, stage.stage) !== undefined
  );
  const plant = known[random.integer(0, Math.max(known.length - 1, 0))];
  return (
    plant && {
      drill: 'should we take it',
      ...at(plant),
      scene: sceneFor(ruleAt(plant.taxon, plant.stage.stage), buffers, random),
      buffers: Object.fromEntries(
        Object.entries(buffers).flatMap(([kind, metres]) => (metres === undefined ? [] : [[kind, metres]]))
      ),
      seed
    }
  );
}

const takings = ['take it', ...takingReasons] as const;
const takingInWords = (taking: (typeof takings)[number]): string =>
  taking === 'take it' ? 'Yes: take some' : `No: ${taking}`;

export const shouldWeTakeIt = defineDrill({
  name: 'should we take it',
  title: 'Should we take it',
  asks: 'The plant is known. Do place, amount, leave and time allow it?',
  seconds: 25,
  Specification: ShouldWeTakeIt,
  Given: ShouldWeTakeItGiven,
  pose: (library, spec, { photograph }) => poseTaking(library, spec, photograph),
  about: (library, { taxon, stage, scene, buffers }) => {
    const found = library.taxa.get(taxon);
    const against = found ? reasonsAgainst(found, stage, scene, buffers) : [];
    return {
      about: `${nameIn(library)(taxon)}, ${stage}`,
      truth: against.length === 0 ? 'it may be taken' : against.join('; ')
    };
  },
  plantsIn: (spec) => [spec],
  onPhotographs: (_, spec, album) => onOne(spec, photographsAt(album, spec)),
  onPaper: (posed) => {
    const { plant, scene, picture } = posed.open([]);
    return {
      asks: `${plant.name}. ${scene.join(' ')} Should it be taken here?`,
      choices: takings.map(takingInWords),
      pictures: [picture]
    };
  },
  inProgram: (_, __, posed) =>
    oneOf(
      posed,
      takings.map((reason) => ({
        words: takingInWords(reason),
        given: { drill: 'should we take it', reason }
      }))
    ),
  answered: (_, __, { reason }) => takingInWords(reason),
  onPlants: { make }
});
