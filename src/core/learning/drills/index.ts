import { z } from 'zod';
import type { Library } from '../../knowledge';
import { seedOf } from '../../random';
import { Envelopes } from '../envelopes';
import type { Photographs } from '../picture';
import { basket } from './basket';
import type { PlantAt } from './contrast';
import type { Album } from './album';
import type { Drill, InProgram, MadeUp, OnPair, OnPaper, OnPlants, Posed } from './drill';
import type { MakingOnPair, MakingOnPlants } from './making';
import { fromThePath } from './from-the-path';
import { namesAndTerms } from './names-and-terms';
import { ownQuestion } from './own-question';
import { proveIt } from './prove-it';
import { seasonOrder } from './season-order';
import { shouldWeTakeIt } from './should-we-take-it';
import { sideBySide } from './side-by-side';
import { tray } from './tray';
import { whichFamily } from './which-family';
import { whichPart } from './which-part';

export type {
  Answering,
  Feedback,
  Grading,
  InProgram,
  MadeUp,
  Mark,
  OnPaper,
  OpenPicture,
  Posed
} from './drill';
export type { MakingOnPair, MakingOnPlants } from './making';
export { isFit } from './making';
export { type Contrast, type Plant, PlantAt, plantOf, plantsOf, tellingShown } from './contrast';
export { type LookKey, looksOn, looksOnPhotograph, observationsOf, sightOf } from './looks';
export { shuffledBy } from './sheet';
export { type Choice, choices, judge, type OpenSideBySide } from './side-by-side';
export type { OpenProveIt } from './prove-it';
export { basketScore, judgeBasket, mostPieces, mostWrong, type OpenBasket } from './basket';
export { judgeTray, type OpenTray } from './tray';
export { type OpenWhichFamily, tellingOfFamily } from './which-family';
export type { OpenWhichPart } from './which-part';
export { judgePath, type OpenFromThePath } from './from-the-path';
export {
  judgeTaking,
  type OpenShouldWeTakeIt,
  reasonsAgainst,
  type TakingReason,
  takingReasons
} from './should-we-take-it';
export { judgeOrder, middleDay, type OpenSeason } from './season-order';
export { englishNamesOf, type OpenNames, typedName } from './names-and-terms';
export {
  type AnswerKind,
  answerKinds,
  letterOf,
  mostOptions,
  type OpenOwnQuestion,
  rightInWords,
  WrittenAnswer,
  WrittenQuestion
} from './own-question';

/** Every kind of drill, in the order in which they are listed. Names, unions and words follow from it. */
const drills = [
  sideBySide,
  proveIt,
  basket,
  tray,
  whichPart,
  fromThePath,
  shouldWeTakeIt,
  seasonOrder,
  namesAndTerms,
  whichFamily,
  ownQuestion
] as const;
type Drills = typeof drills;
type Of<Key extends string, D extends readonly unknown[] = Drills> = {
  [K in keyof D]: D[K] extends { readonly [P in Key]: infer Value } ? Value : never;
};

export const drillNames = drills.map(({ name }) => name) as unknown as Of<'name'>;
export type DrillName = (typeof drillNames)[number];

type Named<Key extends string> = Extract<Drills[number], { readonly [P in Key]: object }>['name'];
/** Those that ask about a pair, and those that ask about plants. */
export type PairDrill = Named<'onPair'>;
export type PlantDrill = Named<'onPlants'>;
const named = <Key extends 'onPair' | 'onPlants'>(key: Key) =>
  drills.filter((drill) => key in drill).map(({ name }) => name) as Named<Key>[];
export const pairDrills = named('onPair');
export const plantDrills = named('onPlants');
export type ComposedDrill = PairDrill | PlantDrill;
/** Those that a round is composed of. */
export const composedDrills = drillNames.filter((name): name is ComposedDrill => name !== ownQuestion.name);

/** What a question asks, with the truth: it never leaves the server before the answer is in. */
export const Specification = z.discriminatedUnion(
  'drill',
  drills.map((drill) => drill.Specification) as unknown as Of<'Specification'>
);
export type Specification = z.infer<typeof Specification>;
export type PairSpecification = Extract<Specification, { drill: PairDrill }>;

export const isOnPair = (spec: Specification): spec is PairSpecification =>
  pairDrills.some((drill) => drill === spec.drill);

/** The ids of all photographs that a question names. */
export function photographIds(spec: Specification): string[] {
  const one = 'photograph' in spec && spec.photograph ? [spec.photograph] : [];
  const several = 'photographs' in spec && spec.photographs ? spec.photographs : [];
  return [...one, ...(Array.isArray(several) ? several.flat() : [...several.target, ...several.lookalike])];
}

/** What a learner answers. */
export const Given = z.discriminatedUnion(
  'drill',
  drills.map((drill) => drill.Given) as unknown as Of<'Given'>
);
export type Given = z.infer<typeof Given>;

type OpenOf<D> = D extends Drill<string, infer _Spec, infer _Given, infer Open> ? Open : never;
export type OpenQuestion = OpenOf<Drills[number]>;

/** A drill whose question and answer are known by their name alone. */
type AnyDrill = Drill<DrillName, typeof Specification, typeof Given, OpenQuestion> & {
  readonly onPair: OnPair<Specification, Given>;
  readonly onPlants: OnPlants<Specification>;
};
const byName = new Map(drills.map((drill) => [drill.name, drill as unknown as AnyDrill]));
const drillOf = (name: DrillName): AnyDrill => byName.get(name)!;

/** How a drill is called and what it asks, for lists and headings. */
export const drillWords = Object.fromEntries(
  drills.map(({ name, title, asks }) => [name, { title, asks }])
) as Readonly<Record<DrillName, { readonly title: string; readonly asks: string }>>;

/** A learner's median of a drill counts as this until there are enough answers. */
export const assumedSeconds = (name: DrillName): number => drillOf(name).seconds;

/**
 * Draws a question.
 * @param photographs those that the specification names, as far as they are still there
 * @param envelopes what is known already of how large drawings become
 * @returns undefined where the library has its plants no more
 */
export function pose(
  library: Library,
  spec: Specification,
  photographs: Photographs,
  envelopes = new Envelopes()
): Posed<OpenQuestion, Given> | undefined {
  const photograph = 'photograph' in spec && spec.photograph ? photographs.get(spec.photograph) : undefined;
  const posed = drillOf(spec.drill).pose(library, spec, { photograph, photographs, envelopes });
  return (
    posed && {
      ...posed,
      grade: (given, asked) => {
        // A question with an answer of another kind is no question of the page's.
        if (given.drill !== spec.drill) throw new TypeError(`${given.drill} was answered to ${spec.drill}`);
        return posed.grade(given, asked);
      }
    }
  );
}

/** What a question is about and what is right, for those who made it: never for who is to answer it. */
export const aboutQuestion = (
  library: Library,
  spec: Specification
): { readonly title: string; readonly about: string; readonly truth: string } => ({
  title: drillWords[spec.drill].title,
  ...drillOf(spec.drill).about(library, spec)
});

/** How a posed question stands on paper; undefined where its kind needs a cloth, a clock or a finger. */
export const onPaper = (drill: DrillName, posed: Posed<OpenQuestion, Given>): OnPaper | undefined =>
  drillOf(drill).onPaper?.(posed);

/** How a posed question is answered in a program that knows no drills; undefined where none could ask it. */
export const inProgram = (
  library: Library,
  spec: Specification,
  posed: Posed<OpenQuestion, Given>
): InProgram | undefined => drillOf(spec.drill).inProgram?.(library, spec, posed);

/** What somebody answered, for those who teach; undefined where only how it went can be said. */
export const answeredInWords = (library: Library, spec: Specification, given: Given): string | undefined =>
  given.drill === spec.drill ? drillOf(spec.drill).answered?.(library, spec, given) : undefined;

/** The plants of which a question could show a photograph. */
export const plantsIn = (spec: Specification): readonly PlantAt[] => drillOf(spec.drill).plantsIn(spec);

/** One question in three is asked on photographs, where a school has some of all plants in it. */
const oneIn = 3;

/**
 * A question as it is asked: on photographs, where its turn has come and there are such of all its plants.
 * @param album the photographs that the school has of them
 */
export const onPhotographs = (library: Library, spec: Specification, album: Album): Specification =>
  seedOf(`photograph ${spec.seed}`) % oneIn === 0
    ? drillOf(spec.drill).onPhotographs(library, spec, album)
    : spec;

/** Whether a kind of drill can ask about a pair. */
export const isFitFor = (drill: PairDrill, ...asked: Parameters<OnPair<never, never>['isFit']>): boolean =>
  drillOf(drill).onPair.isFit(...asked);

export const makeOnPair = (drill: PairDrill, making: MakingOnPair): PairSpecification =>
  drillOf(drill).onPair.make(making) as PairSpecification;

export const makeOnPlants = (drill: PlantDrill, making: MakingOnPlants): Specification | undefined =>
  drillOf(drill).onPlants.make(making);

/** Whether all that a question shows is the wanted plant of its pair. */
export const isOnTarget = (spec: PairSpecification): boolean => drillOf(spec.drill).onPair.isOnTarget(spec);

/** What somebody answers who has made up their mind. */
export const givenBy = (spec: PairSpecification, madeUp: MadeUp): Given =>
  drillOf(spec.drill).onPair.given(spec, madeUp);
