import { z } from 'zod';
import type { Library } from '../../knowledge';
import { Envelopes } from '../envelopes';
import type { Photographs } from '../picture';
import { Basket, BasketGiven, type OpenBasket, poseBasket } from './basket';
import type { Grading, Posed } from './drill';
import { FromThePath, FromThePathGiven, type OpenFromThePath, posePath } from './from-the-path';
import { NamesAndTerms, NamesGiven, type OpenNames, poseNames } from './names-and-terms';
import { type OpenProveIt, ProveIt, ProveItGiven, poseProveIt } from './prove-it';
import { type OpenSeason, SeasonGiven, SeasonOrder, poseSeason } from './season-order';
import {
  type OpenShouldWeTakeIt,
  ShouldWeTakeIt,
  ShouldWeTakeItGiven,
  poseTaking
} from './should-we-take-it';
import { type OpenSideBySide, SideBySide, SideBySideGiven, poseSideBySide } from './side-by-side';
import { type OpenTray, Tray, TrayGiven, poseTray } from './tray';
import { type OpenWhichPart, WhichPart, WhichPartGiven, poseWhichPart } from './which-part';

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

export const drillNames = [
  'side by side',
  'prove it',
  'basket',
  'tray',
  'which part tells',
  'from the path',
  'should we take it',
  'season',
  'names and terms'
] as const;
export type DrillName = (typeof drillNames)[number];

/** Those that ask about a pair. */
export const pairDrills = ['side by side', 'prove it', 'basket'] as const satisfies readonly DrillName[];

/** What a question on a pair asks: gather, leave or look further is the answer to each of them. */
export const PairSpecification = z.discriminatedUnion('drill', [SideBySide, ProveIt, Basket]);
export type PairSpecification = z.infer<typeof PairSpecification>;

/** What a question asks, with the truth: it never leaves the server before the answer is in. */
export const Specification = z.discriminatedUnion('drill', [
  SideBySide,
  ProveIt,
  Basket,
  Tray,
  WhichPart,
  FromThePath,
  ShouldWeTakeIt,
  SeasonOrder,
  NamesAndTerms
]);
export type Specification = z.infer<typeof Specification>;

export const isOnPair = (spec: Specification): spec is PairSpecification =>
  pairDrills.some((drill) => drill === spec.drill);

/** The ids of all photographs that a question names. */
export function photographIds(spec: Specification): string[] {
  const one = 'photograph' in spec && spec.photograph ? [spec.photograph] : [];
  const several = 'photographs' in spec && spec.photographs ? spec.photographs : [];
  return [...one, ...(Array.isArray(several) ? several.flat() : [...several.target, ...several.lookalike])];
}

/** What a learner answers. */
export const Given = z.discriminatedUnion('drill', [
  SideBySideGiven,
  ProveItGiven,
  BasketGiven,
  TrayGiven,
  WhichPartGiven,
  FromThePathGiven,
  ShouldWeTakeItGiven,
  SeasonGiven,
  NamesGiven
]);
export type Given = z.infer<typeof Given>;

export type OpenQuestion =
  | OpenSideBySide
  | OpenProveIt
  | OpenBasket
  | OpenTray
  | OpenWhichPart
  | OpenFromThePath
  | OpenShouldWeTakeIt
  | OpenSeason
  | OpenNames;

/** How each drill is called and what it asks, for lists and headings. */
export const drillWords: Readonly<Record<DrillName, { readonly title: string; readonly asks: string }>> = {
  'side by side': {
    title: 'Side by side',
    asks: 'A fresh specimen of one of two. Which is it, and which part decided?'
  },
  'prove it': {
    title: 'Prove it',
    asks: 'Nothing is shown at first. Ask for views and tests, each at a cost of time, then gather, leave or look further.'
  },
  basket: {
    title: 'Basket',
    asks: 'A handful of one kind. Which pieces do not belong? Up to three, or none.'
  },
  tray: { title: 'Tray', asks: 'Some plants, shown for a while. What was there, or what was swapped?' },
  'which part tells': { title: 'Which part tells', asks: 'Find the part that shows a named character.' },
  'from the path': { title: 'From the path', asks: 'Spot what must not be touched before you step nearer.' },
  'should we take it': {
    title: 'Should we take it',
    asks: 'The plant is known. Do place, amount, leave and time allow it?'
  },
  season: {
    title: 'Season',
    asks: 'Put stages or plants in the order of the year, or match a rosette with its flower.'
  },
  'names and terms': { title: 'Names and terms', asks: 'Type or match names, families and terms.' }
};

/** A question with an answer of another kind is no question of the page's. */
const expect = <D extends Given['drill']>(given: Given, drill: D): Extract<Given, { drill: D }> => {
  if (given.drill !== drill) throw new TypeError(`${given.drill} was answered to ${drill}`);
  return given as Extract<Given, { drill: D }>;
};

const opened = <Open, D extends DrillName>(
  posed: Posed<Open, Extract<Given, { drill: D }>> | undefined,
  drill: D
): Posed<Open, Given> | undefined =>
  posed && { ...posed, grade: (given, asked): Grading => posed.grade(expect(given, drill), asked) };

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
  switch (spec.drill) {
    case 'side by side':
      return opened(poseSideBySide(library, spec, photograph, envelopes), spec.drill);
    case 'prove it':
      return opened(poseProveIt(library, spec, photograph, envelopes), spec.drill);
    case 'basket':
      return opened(poseBasket(library, spec, photographs), spec.drill);
    case 'tray':
      return opened(poseTray(library, spec, photographs), spec.drill);
    case 'which part tells':
      return opened(poseWhichPart(library, spec, photograph), spec.drill);
    case 'from the path':
      return opened(posePath(library, spec, photographs), spec.drill);
    case 'should we take it':
      return opened(poseTaking(library, spec, photograph), spec.drill);
    case 'season':
      return opened(poseSeason(library, spec, photographs), spec.drill);
    case 'names and terms':
      return opened(poseNames(library, spec, photograph), spec.drill);
  }
}
