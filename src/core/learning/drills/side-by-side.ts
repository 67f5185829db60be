import { z } from 'zod';
import { contrastsOf } from '../../evidence';
import { type Plate, type View, composePlate, renderPlate, viewsFor } from '../../figure';
import { type Library, isDangerous, nameIn, nameWithin } from '../../knowledge';
import type { Envelopes } from '../envelopes';
import { confidences, type Decision, type Outcome } from '../outcome';
import { type MarkedPhotograph, type QuestionPicture, drawnPicture, photographedPicture } from '../picture';
import { DrillPair, type Member, members, otherOf, pairKey, unitKey } from '../unit';
import { onOne, telling as tellingPhotographs } from './album';
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
  type Feedback,
  type Grading,
  type OpenPicture,
  type Posed,
  aboutSpecimen,
  beforeGathering,
  defineDrill,
  leftNow,
  plantsOfPair,
  oneOf
} from './drill';

/** The learner says which of a pair a fresh specimen is, then taps the part that decided. */

const SideBySide = DrillPair.extend({
  drill: z.literal('side by side'),
  specimen: z.enum(members),
  /** One leaf only, from which it may be impossible to tell. */
  partial: z.boolean(),
  /** Grass stands before the whole plant. */
  inGrass: z.boolean().default(false),
  seed: z.number().int(),
  /** A photograph of the school in place of a drawing. */
  photograph: z.uuid().optional()
});
type SideBySide = z.infer<typeof SideBySide>;

export const choices = ['target', 'lookalike', 'cannot tell'] as const;
export type Choice = (typeof choices)[number];

const SideBySideGiven = z.strictObject({
  drill: z.literal('side by side'),
  choice: z.enum(choices),
  /** Where the learner tapped, in units of the picture, or the number of the part from the list. */
  tap: z.object({ x: z.number(), y: z.number() }).optional(),
  part: z.number().int().nonnegative().optional(),
  confidence: z.enum(confidences)
});
type SideBySideGiven = z.infer<typeof SideBySideGiven>;

export interface OpenSideBySide {
  readonly drill: 'side by side';
  readonly names: Readonly<Record<Member, Named>>;
  /** What of the harmless one is gathered at its stage; undefined where nothing is, and the name alone is asked for. */
  readonly gathers: string | undefined;
  /** Whether one of the two does serious harm; where neither does, they are told apart by their names alone. */
  readonly harms: boolean;
  readonly picture: OpenPicture;
  /** For keyboards and readers: parts by number, named neutrally. */
  readonly parts: readonly { readonly id: number; readonly label: string }[];
}

/** Naming the harmless one is saying 'gather': where nothing of it is gathered, it is taking the plant for harmless. */
export const decisionOf: Readonly<Record<Choice, Decision>> = {
  target: 'gather',
  lookalike: 'leave',
  'cannot tell': 'look further'
};

/**
 * What an answer was worth. Naming the edible one is saying 'gather': on the dangerous specimen that is the
 * error that counts. 'Cannot tell' leaves the plant alone: right where nothing shown separates, and never wrong.
 */
export function judge(choice: Choice, specimen: Member, canTell: boolean): Outcome {
  if (choice === 'target' && specimen === 'lookalike') return 'dangerous gather';
  if (choice === 'cannot tell') return canTell ? 'left' : 'right';
  if (!canTell) return choice === 'lookalike' ? 'left' : 'missed';
  return choice === specimen ? 'right' : 'missed';
}

/** The answers in words, as they are ticked. */
const choicesInWords = (names: OpenSideBySide['names']): Readonly<Record<Choice, string>> => ({
  target: names.target.name,
  lookalike: names.lookalike.name,
  'cannot tell': 'Cannot tell from this'
});

const plateSize = { width: 620, height: 440 };

/** What a drawing does not have, or what one does not do to a plant before it is named. */
const notInADrill = new Set(['scent', 'dig', 'cut', 'break']);

/** The same views for both plants of a pair, so that the choice of views does not betray the specimen. */
function viewsOf(library: Library, { target, lookalike }: PlantPair, partial: boolean): View[] {
  const haveLeaves = [target, lookalike].every(
    ({ stage }) => stage.cells.has('leaf-outline') || stage.cells.has('leaf-division')
  );
  if (partial && haveLeaves) return ['leaf'];
  const { separability } = contrastsOf(library.characters, target.stage, lookalike.stage);
  const telling = library.characters
    .map(({ slug, sense }, i) => ({ slug, sense, separability: separability[i]! }))
    .filter((one) => one.separability > 0.5 && !notInADrill.has(one.sense))
    .sort((a, b) => b.separability - a.separability);
  const views = viewsFor(
    telling.map(({ slug }) => slug),
    2
  );
  return ['whole', ...(views.length > 0 ? views : (['leaf'] as const))];
}

const plateOf = (library: Library, plants: PlantPair, spec: SideBySide, member: Member): Plate =>
  composePlate(
    library,
    plants[member].taxon,
    plants[member].stage,
    spec.seed,
    viewsOf(library, plants, spec.partial),
    plateSize,
    'right',
    { inGrass: spec.inGrass }
  );

/** The specimen; what is sent is as large as for the other one of the pair. */
function drawSpecimen(
  library: Library,
  plants: PlantPair,
  spec: SideBySide,
  envelopes: Envelopes
): QuestionPicture {
  const { inGrass, specimen } = spec;
  const views = viewsOf(library, plants, spec.partial);
  const [own, other] = [specimen, otherOf(specimen)].map((member) => ({
    key: [spec[member], spec[`${member}Stage`], ...views, ...(inGrass ? ['in grass'] : [])].join(' '),
    draw: () => renderPlate(plateOf(library, plants, spec, member))
  }));
  const picture = drawnPicture(library, plateOf(library, plants, spec, specimen));
  return 'svg' in picture.image
    ? { ...picture, image: { svg: envelopes.enclose(picture.image.svg, own!.key, [other!]) } }
    : picture;
}

/** @returns undefined where the library has one of the plants no more */
function poseSideBySide(
  library: Library,
  spec: SideBySide,
  photograph: MarkedPhotograph | undefined,
  envelopes: Envelopes
): Posed<OpenSideBySide, SideBySideGiven> | undefined {
  const plants = plantsOf(library, spec);
  if (!plants) return undefined;
  const specimen = plants[spec.specimen];
  const picture = photograph
    ? photographedPicture(library, specimen.stage, photograph)
    : drawSpecimen(library, plants, spec, envelopes);
  const telling = tellingShown(library, plants, picture.shown);
  // Where neither does serious harm the names alone are asked for.
  const harms = isDangerous(plants.lookalike.taxon);
  const gathers = harms ? gatheredPart(plants.target) : undefined;

  const grade = (given: SideBySideGiven): Grading => {
    const pointed = given.tap
      ? picture.charactersAt(given.tap)
      : given.part === undefined
        ? undefined
        : picture.showsOf(given.part);
    const isPointed = given.tap !== undefined || given.part !== undefined;
    const couldBeTold = telling.length > 0;
    const judged = judge(given.choice, spec.specimen, couldBeTold);
    const outcome = judged === 'dangerous gather' && !harms ? 'missed' : judged;
    const isNamed = given.choice !== 'cannot tell' && couldBeTold;
    const partRight = isNamed ? telling.some(({ slug }) => pointed?.includes(slug)) : undefined;
    const isLookalike = spec.specimen === 'lookalike';
    const feedback: Feedback = {
      outcome,
      truth: { lead: 'This is', ...namedPlant(specimen), isDangerous: isDangerous(specimen.taxon) },
      reasons: [
        ...(partRight === undefined || !isPointed
          ? []
          : [`The part that you pointed at ${partRight ? 'tells' : 'does not tell'} the two apart.`]),
        ...(couldBeTold
          ? []
          : ['From this view nothing tells them apart: it could not be known, so it is left.']),
        gathers || !harms ? beforeGathering : leftNow(plants.target)
      ],
      partRight,
      contrast: contrastOf(library, plants, spec.deciding, picture.shown, { placeOf: picture.placeOf }),
      marks: [],
      credit: picture.credit
    };
    return {
      unit: unitKey(pairKey(spec), spec[`${spec.specimen}Stage`]),
      pair: pairKey(spec),
      specimenStage: spec[`${spec.specimen}Stage`],
      outcome,
      score: outcome === 'right' ? (partRight === false ? 0.5 : 1) : outcome === 'left' ? 0.5 : 0,
      isDangerousSpecimen: isLookalike && harms,
      decision: harms ? decisionOf[given.choice] : undefined,
      couldBeTold,
      partRight,
      specimen: spec[spec.specimen],
      takenFor: given.choice === 'cannot tell' ? undefined : spec[given.choice],
      feedback
    };
  };

  return {
    open: () => ({
      drill: 'side by side',
      names: { target: namedPlant(plants.target), lookalike: namedPlant(plants.lookalike) },
      gathers,
      harms,
      picture: {
        name: 'specimen',
        ...picture.size,
        isPhotograph: 'photograph' in picture.image,
        words: picture.words
      },
      parts: picture.parts.map(({ id, label }) => ({ id, label }))
    }),
    image: (name) => (name === 'specimen' ? picture.image : undefined),
    offers: () => false,
    grade
  };
}

/**
 * The parts of a drawn specimen, and those of the other plant of its pair drawn in its place: each with whether it shows
 * what tells the two apart.
 * @returns undefined where the library has one of the plants no more
 */
export function poseLettered(library: Library, spec: SideBySide) {
  const plants = plantsOf(library, spec);
  if (!plants) return undefined;
  const partsOf = (member: Member) => {
    const picture = drawnPicture(library, plateOf(library, plants, spec, member));
    const telling = tellingShown(library, plants, picture.shown).map(({ slug }) => slug);
    const parts = picture.parts.map(({ id, label, at }) => ({
      label,
      at,
      tells: telling.some((slug) => picture.showsOf(id)?.includes(slug))
    }));
    return { parts, couldBeTold: telling.length > 0 };
  };
  const own = partsOf(spec.specimen);
  return { own: own.parts, other: partsOf(otherOf(spec.specimen)).parts, couldBeTold: own.couldBeTold };
}

export const sideBySide = defineDrill({
  name: 'side by side',
  title: 'Side by side',
  asks: 'A fresh specimen of one of two. Which is it, and which part decided?',
  seconds: 12,
  Specification: SideBySide,
  Given: SideBySideGiven,
  pose: (library, spec, { photograph, envelopes }) => poseSideBySide(library, spec, photograph, envelopes),
  about: aboutSpecimen,
  plantsIn: plantsOfPair,
  onPhotographs: (library, spec, album) =>
    spec.partial ||
    spec.inGrass ||
    tellingPhotographs(library, spec, otherOf(spec.specimen), album).length === 0
      ? spec
      : onOne(spec, tellingPhotographs(library, spec, spec.specimen, album)),
  onPaper: (posed) => {
    const { names, picture } = posed.open([]);
    return {
      asks: `${names.target.name} or ${nameWithin(names.lookalike.name)}?`,
      pen: 'Put a ring around the part that decided.',
      choices: choices.map((choice) => choicesInWords(names)[choice]),
      pictures: [picture]
    };
  },
  inProgram: (_, __, posed) => {
    const { names } = posed.open([]);
    return oneOf(
      posed,
      choices.map((choice) => ({
        words: choicesInWords(names)[choice],
        given: { drill: 'side by side', choice, confidence: 'sure' }
      }))
    );
  },
  answered: (library, spec, { choice }) =>
    choice === 'cannot tell' ? 'Cannot tell from this' : nameIn(library)(spec[choice]),
  onPair: {
    isFit: () => true,
    make: ({ pair, member, isFirst, level, random, seed }) => {
      const partial = !isFirst && random.next() < 0.15 + 0.2 * level;
      const inGrass = !isFirst && !partial && random.next() < 0.2 + 0.4 * level;
      return { ...pair, drill: 'side by side', specimen: member, partial, inGrass, seed };
    },
    isOnTarget: ({ specimen }) => specimen === 'target',
    given: (_, { decision, confidence }) => ({
      drill: 'side by side',
      choice: choices.find((choice) => decisionOf[choice] === decision)!,
      confidence
    })
  }
});
