import { z } from 'zod';
import type { Library } from '../../knowledge';
import { Envelopes } from '../envelopes';
import type { Photographs } from '../picture';
import { basket } from './basket';
import type { Drill, DrillSchema, Posed, Posing } from './drill';
import { fromThePath } from './from-the-path';
import { namesAndTerms } from './names-and-terms';
import { proveIt } from './prove-it';
import { seasonOrder } from './season-order';
import { shouldWeTakeIt } from './should-we-take-it';
import { sideBySide } from './side-by-side';
import { tray } from './tray';
import { whichPart } from './which-part';

export type { Contrast, Feedback, Grading, Mark, OpenPicture, Posed, Spot } from './drill';
export { type Plant, plantOf, plantsOf, tellingShown } from './contrast';
export { type LookKey, looksOn, looksOnPhotograph, observationsOf, sightOf } from './looks';
export { shuffledBy } from './sheet';
export { type Choice, judge, type OpenSideBySide } from './side-by-side';
export type { OpenProveIt } from './prove-it';
export { basketScore, fewestPieces, judgeBasket, mostPieces, mostWrong, type OpenBasket } from './basket';
export { fewestOnTray, judgeTray, mostOnTray, type OpenTray, PlantAt, usualTraySeconds } from './tray';
export type { OpenWhichPart } from './which-part';
export { judgePath, type OpenFromThePath } from './from-the-path';
export {
  judgeTaking,
  type OpenShouldWeTakeIt,
  reasonsAgainst,
  roadKinds,
  Scene,
  type TakingReason,
  takingReasons
} from './should-we-take-it';
export { judgeOrder, middleDay, type OpenSeason } from './season-order';
export { englishNamesOf, isNearEnough, nearestName, type OpenNames } from './names-and-terms';

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
  namesAndTerms
] as const;
type Drills = typeof drills;
type Of<Key extends string, D extends readonly unknown[] = Drills> = {
  [K in keyof D]: D[K] extends { readonly [P in Key]: infer Value } ? Value : never;
};

export const drillNames = drills.map(({ name }) => name) as unknown as Of<'name'>;
export type DrillName = (typeof drillNames)[number];

type PairDrill = Extract<Drills[number], { isOnPair: true }>['name'];
/** Those that ask about a pair. */
export const pairDrills = drills.filter(({ isOnPair }) => isOnPair).map(({ name }) => name) as PairDrill[];

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
interface AnyDrill extends Omit<Drill<DrillName, DrillSchema, DrillSchema, OpenQuestion>, 'pose'> {
  readonly pose: (...all: [Library, Specification, Posing]) => Posed<OpenQuestion, Given> | undefined;
}
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
