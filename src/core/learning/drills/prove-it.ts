import { z } from 'zod';
import { type Observation, type Verdict, rivalOf, verdict } from '../../evidence';
import {
  type Library,
  type LibraryTaxon,
  Stage,
  harmsByTouch,
  isDangerous,
  nameWithin,
  pieceAt
} from '../../knowledge';
import { type Decision, type Outcome, confidences, decisions, isError, judgeDecision } from '../outcome';
import type { Envelopes } from '../envelopes';
import type { MarkedPhotograph } from '../picture';
import { DrillPair, type Member, members, otherOf, pairKey, unitKey } from '../unit';
import { type Album, onOne, telling } from './album';
import { type Plant, contrastOf, namedPlant, plantOf, plantsOf, type Named, gatheredPart } from './contrast';
import {
  type Grading,
  type OpenPicture,
  type Posed,
  aboutSpecimen,
  beforeGathering,
  defineDrill,
  plantsOfPair,
  leftNow,
  oneOf
} from './drill';
import {
  type LookKey,
  type Sight,
  lookKeys,
  looks,
  looksOn,
  looksOnPhotograph,
  observationsAt,
  sightOf,
  sightOfPhotograph
} from './looks';

/**
 * The learner gets nothing at first, asks for views and tests that each cost seconds, then decides: gather, leave or
 * look further. Safety counts first, then economy. What is accepted follows from the evidence that was asked for.
 */

const ProveIt = DrillPair.extend({
  drill: z.literal('prove it'),
  specimen: z.enum(members),
  /** All that must be excluded before the target stands: its dangerous lookalikes on the day. */
  rivals: z.array(z.object({ taxon: z.string(), stage: Stage })),
  /** What may be looked at: the ground's permission and the school's policy. */
  mayDig: z.boolean(),
  scentCounts: z.boolean(),
  seed: z.number().int(),
  photograph: z.uuid().optional()
});
type ProveIt = z.infer<typeof ProveIt>;

const ProveItGiven = z.strictObject({
  drill: z.literal('prove it'),
  decision: z.enum(decisions),
  confidence: z.enum(confidences)
});
type ProveItGiven = z.infer<typeof ProveItGiven>;

export interface OpenProveIt {
  readonly drill: 'prove it';
  /** The plant that the learner came for. */
  readonly wanted: Named & {
    readonly stage: Stage;
    readonly group: LibraryTaxon['group'];
    /** What of it is gathered at this stage; undefined where nothing is, and the name alone is asked for. */
    readonly gathers: string | undefined;
  };
  readonly looks: readonly {
    readonly key: LookKey;
    readonly label: string;
    readonly seconds: number;
    /** What was found, once it was asked for. */
    readonly seen:
      { readonly picture: OpenPicture | undefined; readonly words: readonly string[] } | undefined;
  }[];
  /** Looks that were asked for, in their order. */
  readonly asked: readonly LookKey[];
}

/** What was seen speaks for something else. */
const speaksAgainst = (spoken: Verdict): boolean => spoken === 'contradicted' || spoken === 'leave it';

const cost = (keys: readonly LookKey[]): number => keys.reduce((sum, key) => sum + looks[key].seconds, 0);

/** The cheapest looks that settle the question as all of them do; undefined where not even all do. */
function leastLooks(
  offered: readonly LookKey[],
  settles: (keys: readonly LookKey[]) => boolean
): LookKey[] | undefined {
  const choices = Array.from({ length: 2 ** offered.length }, (_, bits) =>
    offered.filter((__, i) => bits & (1 << i))
  );
  return choices.sort((a, b) => cost(a) - cost(b)).find(settles);
}

/** Works out what belongs to a key when it is first asked for. */
function remembered<Key, Value>(make: (key: Key) => Value): (key: Key) => Value {
  const made = new Map<Key, Value>();
  return (key) => {
    if (!made.has(key)) made.set(key, make(key));
    return made.get(key)!;
  };
}

/** @returns undefined where the library has one of the plants no more */
function poseProveIt(
  library: Library,
  spec: ProveIt,
  photograph: MarkedPhotograph | undefined,
  envelopes: Envelopes
): Posed<OpenProveIt, ProveItGiven> | undefined {
  const plants = plantsOf(library, spec);
  if (!plants) return undefined;
  const rivals: Plant[] = spec.rivals.flatMap(({ taxon, stage }) => plantOf(library, taxon, stage) ?? []);
  const specimen = plants[spec.specimen];
  const mayTouch = !rivals.some(({ taxon }) => harmsByTouch(taxon));
  const offered = photograph
    ? looksOnPhotograph(library, photograph)
    : looksOn(library, plants.target, rivals, {
        mayTouch,
        mayDig: spec.mayDig,
        scentCounts: spec.scentCounts
      });
  /** The specimen; what is sent is as large as for the other one of the pair. */
  const draw = (key: LookKey): Sight => {
    if (photograph) return sightOfPhotograph(library, specimen, photograph, key);
    const own = sightOf(library, specimen, spec.seed, key);
    if (!own.picture || !('svg' in own.picture.image)) return own;
    const other = otherOf(spec.specimen);
    const keyOf = (member: Member) => [spec[member], spec[`${member}Stage`], key].join(' ');
    const drawOther = () => {
      const image = sightOf(library, plants[other], spec.seed, key).picture?.image;
      return image && 'svg' in image ? image.svg : '';
    };
    const svg = envelopes.enclose(own.picture.image.svg, keyOf(spec.specimen), [
      { key: keyOf(other), draw: drawOther }
    ]);
    return { ...own, picture: { ...own.picture, image: { svg } } };
  };
  const seeing = remembered(draw);
  /** What a look would show, whether it was asked for or not. */
  const shownBy = remembered((key: LookKey) =>
    photograph ? seeing(key).observations : observationsAt(library, specimen, spec.seed, key)
  );
  const piece = pieceAt(plants.target.taxon, plants.target.stage.stage);
  const gathers = gatheredPart(plants.target);
  const against = rivals.map((rival) => rivalOf(library, plants.target, rival));
  const observed = (keys: readonly LookKey[]): Observation[] => {
    const seen = new Map<string, Observation>();
    for (const key of keys)
      for (const one of shownBy(key)) if (!seen.has(one.character.slug)) seen.set(one.character.slug, one);
    return [...seen.values()];
  };
  // Whatever tells the piece from each rival will do, by the rules of a separating set: none is prescribed.
  const speak = (keys: readonly LookKey[]): Verdict =>
    verdict(observed(keys), plants.target.stage, against, [], piece);
  const valid = (asked: readonly string[]) => offered.filter((key) => asked.includes(key));
  const isWanted = spec.specimen === 'target';
  const settles = (keys: readonly LookKey[]): boolean =>
    isWanted ? speak(keys) === 'consistent' : speaksAgainst(speak(keys));

  const grade = ({ decision }: ProveItGiven, asked: readonly string[]): Grading => {
    const taken = valid(asked);
    const dangerous = isDangerous(specimen.taxon);
    const canBeSettled = settles(offered);
    const outcome = judgeDecision(decision, {
      isWanted,
      isDangerous: dangerous,
      isSettled: settles(taken),
      canBeSettled
    });
    const spent = cost(taken);
    const least = canBeSettled ? leastLooks(offered, settles) : undefined;
    const shown = new Set(offered.flatMap((key) => shownBy(key).map(({ character }) => character.slug)));
    const seen = new Set(observed(taken).map(({ character }) => character.slug));
    const unseenOf = (slug: string): string => {
      if (seen.has(slug)) return '';
      const key = offered.find((one) => shownBy(one).some(({ character }) => character.slug === slug));
      return key ? `you did not ask: ${looks[key].label.toLowerCase()}` : 'not shown here';
    };
    return {
      unit: unitKey(pairKey(spec), spec[`${spec.specimen}Stage`]),
      pair: pairKey(spec),
      specimenStage: spec[`${spec.specimen}Stage`],
      outcome,
      score: scoreOf(outcome, spent, least),
      isDangerousSpecimen: !isWanted,
      decision,
      couldBeTold: canBeSettled,
      partRight: undefined,
      specimen: spec[spec.specimen],
      takenFor: decision === 'gather' ? spec.target : undefined,
      feedback: {
        outcome,
        truth: { lead: 'This is', ...namedPlant(specimen), isDangerous: dangerous },
        reasons: [
          ...reasonsOf(outcome, decision === 'gather' && isWanted, canBeSettled),
          ...(least ? [economy(spent, least)] : []),
          gathers ? beforeGathering : leftNow(plants.target)
        ],
        partRight: undefined,
        contrast: contrastOf(library, plants, spec.deciding, shown, { unseenOf }),
        marks: [],
        credit: photograph?.credit
      }
    };
  };

  return {
    open: (asked) => {
      const taken = valid(asked);
      return {
        drill: 'prove it',
        wanted: {
          ...namedPlant(plants.target),
          stage: plants.target.stage.stage,
          group: plants.target.taxon.group,
          gathers
        },
        looks: offered.map((key) => {
          const sight = taken.includes(key) ? seeing(key) : undefined;
          return {
            key,
            label: looks[key].label,
            seconds: looks[key].seconds,
            seen: sight && {
              picture: sight.picture && {
                name: key,
                width: sight.picture.width,
                height: sight.picture.height,
                isPhotograph: photograph !== undefined,
                words: sight.words
              },
              words: sight.words
            }
          };
        }),
        asked: asked.filter((key): key is LookKey => valid([key]).length > 0)
      };
    },
    image: (name, asked) =>
      valid(asked).includes(name as LookKey) ? seeing(name as LookKey).picture?.image : undefined,
    offers: (wish) => lookKeys.includes(wish as LookKey) && offered.includes(wish as LookKey),
    grade
  };
}

/** Safety first: an error is worth nothing. Then economy: the cheapest way that settles it is worth all. */
export function scoreOf(outcome: Outcome, spent: number, least: readonly LookKey[] | undefined): number {
  if (isError(outcome)) return 0;
  if (outcome === 'left') return 0.5;
  return least === undefined || spent === 0 ? 1 : 0.6 + 0.4 * Math.min(1, cost(least) / spent);
}

function reasonsOf(outcome: Outcome, tooEarly: boolean, canBeSettled: boolean): string[] {
  if (outcome === 'missed' && tooEarly)
    return [
      'It was the plant that you came for, but what you had seen did not exclude every dangerous lookalike.'
    ];
  if (!canBeSettled) return ['Not even all of it together would have settled this: it is left.'];
  return outcome === 'left' ? ['There was enough to find out; leaving it is never wrong.'] : [];
}

const list = new Intl.ListFormat('en-GB', { type: 'conjunction' });

function economy(spent: number, least: readonly LookKey[]): string {
  const enough = list.format(least.map((key) => looks[key].label.toLowerCase()));
  return spent === cost(least)
    ? `You spent ${spent} s, as little as can be.`
    : `You spent ${spent} s. ${cost(least)} s would have settled it: ${enough}.`;
}

/** A photograph of the specimen on which the same may be looked at as on one of the other plant. */
function onPhotograph(library: Library, spec: ProveIt, album: Album): ProveIt {
  const looksOf = (photograph: MarkedPhotograph) => looksOnPhotograph(library, photograph).join(' ');
  const others = telling(library, spec, otherOf(spec.specimen), album);
  const own = telling(library, spec, spec.specimen, album).filter((photo) =>
    others.some((one) => looksOf(one) === looksOf(photo))
  );
  return onOne(spec, own);
}

/** The decisions in words, as they are ticked. */
const decisionsInWords = ({ gathers }: OpenProveIt['wanted']): Readonly<Record<Decision, string>> => ({
  gather: gathers ? 'Gather' : 'Yes, it is',
  leave: 'Leave it',
  'look further': 'Look further'
});

const allLooks = (posed: Posed<OpenProveIt, ProveItGiven>): string[] =>
  posed.open([]).looks.map(({ key }) => key);

export const proveIt = defineDrill({
  name: 'prove it',
  title: 'Prove it',
  asks: 'Nothing is shown at first. Ask for views and tests, each at a cost of time, then decide, or look further.',
  seconds: 25,
  Specification: ProveIt,
  Given: ProveItGiven,
  pose: (library, spec, { photograph, envelopes }) => poseProveIt(library, spec, photograph, envelopes),
  about: aboutSpecimen,
  plantsIn: plantsOfPair,
  onPhotographs: onPhotograph,
  onPaper: (posed) => {
    const asked = allLooks(posed);
    const { wanted, looks: seen } = posed.open(asked);
    return {
      asks: wanted.gathers
        ? `You came for ${nameWithin(wanted.name)}: ${wanted.gathers}. This is what there is to see.`
        : `Is it ${nameWithin(wanted.name)}? This is what there is to see.`,
      choices: decisions.map((decision) => decisionsInWords(wanted)[decision]),
      asked,
      pictures: seen.flatMap((look) => look.seen?.picture ?? []),
      said: seen.flatMap(({ label, seen: sight }) =>
        sight && !sight.picture ? [{ label, words: sight.words }] : []
      )
    };
  },
  inProgram: (_, __, posed) => {
    const { wanted } = posed.open([]);
    return oneOf(
      posed,
      decisions.map((decision) => ({
        words: decisionsInWords(wanted)[decision],
        given: { drill: 'prove it', decision, confidence: 'sure' }
      })),
      allLooks(posed)
    );
  },
  answered: (_, __, { decision }) => decision,
  onPair: {
    isFit: (library, { target }, rivals, rules) =>
      looksOn(library, target, rivals, { ...rules, mayTouch: false }).length > 1,
    make: ({ pair, member, rivals, rules, seed }) => ({
      ...pair,
      drill: 'prove it',
      specimen: member,
      rivals: rivals.map(({ lookalike, lookalikeStage }) => ({ taxon: lookalike, stage: lookalikeStage })),
      mayDig: rules.mayDig,
      scentCounts: rules.scentCounts,
      seed
    }),
    isOnTarget: ({ specimen }) => specimen === 'target',
    given: (_, { decision, confidence }) => ({ drill: 'prove it', decision, confidence })
  }
});
