import { glanceSimilarity } from '../evidence';
import { canStandByWay, isDrawnAt, qualityOf, viewOf } from '../figure';
import { type Buffers, bufferOf } from '../ground';
import { type Library, type LibraryTaxon, harmsByTouch, lacksOrgan } from '../knowledge';
import type { Random } from '../random';
import { stageIsReady, stagesUp } from '../season';
import { difficultyAfter, hardest } from './difficulty';
import {
  type DrillName,
  type Plant,
  type Scene,
  type Specification,
  fewestOnTray,
  middleDay,
  mostOnTray,
  plantsOf,
  pose,
  roadKinds,
  shuffledBy,
  usualTraySeconds
} from './drills';
import type { RoundFrame } from './frame';
import { members, otherUnit } from './unit';

/** Questions besides those on pairs: what is on a tray, which part tells, what not to touch, whether to take it, seasons, names. */

export const otherDrills = [
  'which part tells',
  'from the path',
  'should we take it',
  'tray',
  'season',
  'names and terms'
] as const satisfies readonly DrillName[];
export type OtherDrill = (typeof otherDrills)[number];

interface Context extends RoundFrame {
  /** The plants of the walk at their stages. */
  readonly plants: readonly Plant[];
  /** Everything drawn that is up on the walk's day. */
  readonly up: readonly Plant[];
  readonly random: Random;
  /** 0 to 1. */
  readonly level: number;
  readonly seed: number;
}

const isFit = (taxon: LibraryTaxon, stage: Plant['stage']) =>
  isDrawnAt(stage) && qualityOf(taxon, stage.stage) !== 'poor';

const at = ({ taxon, stage }: Plant) => ({ taxon: taxon.slug, stage: stage.stage });

/** Each taxon's likeliest stage that is up on a date and drawn. */
function plantsUp(library: Library, isoDate: string): Plant[] {
  return [...library.taxa.values()].flatMap((taxon): Plant[] => {
    const [best] = stagesUp(taxon, isoDate)
      .filter(
        ({ stage, probability }) => probability >= stageIsReady && isFit(taxon, taxon.stages.get(stage)!)
      )
      .sort((a, b) => b.probability - a.probability);
    return best ? [{ taxon, stage: taxon.stages.get(best.stage)! }] : [];
  });
}

/** What is due of some candidates first, then what was never asked, then any. */
function urgent<T>(
  candidates: readonly T[],
  unitOf: (one: T) => string,
  { learner, random, now }: Context
): T | undefined {
  const key = (one: T) => {
    const known = learner.memory.get(unitOf(one));
    return (known ? (known.due <= now ? 0 : 2) : 1) + random.next() * 0.9;
  };
  const [first] = candidates.map((one) => ({ one, key: key(one) })).sort((a, b) => a.key - b.key);
  return first?.one;
}

const likeness = (library: Library, a: Plant, b: Plant): number =>
  glanceSimilarity(library.characters, a.stage, b.stage) ?? 0;

function tray(context: Context): Specification | undefined {
  const { library, plants, up, random, level, seed } = context;
  const count = fewestOnTray + Math.round(level * (mostOnTray - fewestOnTray) * 0.7);
  const focus = urgent(plants, ({ taxon, stage }) => otherUnit('taxon', taxon.slug, stage.stage), context);
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

const pointedAt = new Set(['far', 'near']);

function whichPart(context: Context): Specification | undefined {
  const { library, plants, seed } = context;
  const candidates = plants.flatMap(({ taxon, stage }) =>
    [...stage.cells].flatMap(([slug, weights]) => {
      const character = library.character.get(slug)!;
      if (character.kind !== 'states' || !pointedAt.has(character.sense) || viewOf(slug) === 'whole')
        return [];
      const usual = character.states[weights.frequency.indexOf(Math.max(...weights.frequency))]!;
      // Nothing can be pointed at where there is nothing of the kind.
      const isNothing =
        usual.negative === true || usual.absent !== undefined || lacksOrgan(character, weights);
      return isNothing ? [] : [{ taxon: taxon.slug, stage: stage.stage, character: slug }];
    })
  );
  // This very specimen must show it: a question that cannot be drawn would leave its round without an end.
  for (let left = candidates; left.length > 0;) {
    const chosen = urgent(left, ({ character }) => otherUnit('character', character), context)!;
    const asked = { drill: 'which part tells' as const, ...chosen, seed };
    if (pose(library, asked, new Map())) return asked;
    left = left.filter((candidate) => candidate !== chosen);
  }
  return undefined;
}

function fromThePath(context: Context): Specification | undefined {
  const { up, random, level, seed } = context;
  const stands = up.filter(({ stage }) => canStandByWay(stage));
  const hazard = urgent(
    stands.filter(({ taxon }) => harmsByTouch(taxon)),
    ({ taxon, stage }) => otherUnit('hazard', taxon.slug, stage.stage),
    context
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

/** A scene in which one thing, or nothing, speaks against taking. */
function sceneFor({ allowance }: LibraryTaxon, buffers: Buffers, random: Random): Scene {
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

function shouldWeTakeIt(context: Context): Specification | undefined {
  const { plants, random, seed, buffers } = context;
  const known = plants.filter(
    ({ taxon, stage }) =>
      taxon.allowance !== undefined &&
      taxon.uses.some(({ kind, stages }) => kind !== 'history' && stages.includes(stage.stage))
  );
  const plant = known[random.integer(0, Math.max(known.length - 1, 0))];
  return (
    plant && {
      drill: 'should we take it',
      ...at(plant),
      scene: sceneFor(plant.taxon, buffers, random),
      buffers: Object.fromEntries(
        Object.entries(buffers).flatMap(([kind, metres]) => (metres === undefined ? [] : [[kind, metres]]))
      ),
      seed
    }
  );
}

const apartDays = 14;

/** Of some plants those whose time of the year can be told apart. */
function spacedOut(plants: readonly Plant[]): Plant[] {
  const kept: Plant[] = [];
  for (const plant of plants)
    if (kept.every((one) => Math.abs(middleDay(one) - middleDay(plant)) >= apartDays)) kept.push(plant);
  return kept;
}

const stagesOf = (taxon: LibraryTaxon): Plant[] =>
  [...taxon.stages.values()]
    .filter((stage) => stage.stage !== 'winter' && isFit(taxon, stage))
    .map((stage) => ({ taxon, stage }));

function season(context: Context): Specification | undefined {
  const { library, plants, random, level, seed } = context;
  const taxa = [...new Set(plants.map(({ taxon }) => taxon))];
  const flowering = (taxon: LibraryTaxon): Plant[] => {
    const stage = taxon.stages.get('flower');
    return stage && isFit(taxon, stage) ? [{ taxon, stage }] : [];
  };
  const makers: (() => Specification | undefined)[] = [
    () => {
      const taxon = urgent(
        taxa.filter((one) => spacedOut(stagesOf(one)).length >= 3),
        ({ slug }) => otherUnit('season', slug, 'stages'),
        context
      );
      return (
        taxon && {
          drill: 'season',
          mode: 'stages',
          items: spacedOut(stagesOf(taxon)).slice(0, 6).map(at),
          seed
        }
      );
    },
    () => {
      const items = spacedOut(shuffledBy(taxa.flatMap(flowering), random)).slice(
        0,
        3 + Math.round(2 * level)
      );
      return items.length < 3 ? undefined : { drill: 'season', mode: 'taxa', items: items.map(at), seed };
    },
    () => {
      const young = plants.filter(
        ({ taxon, stage }) => ['leaf', 'first-year leaf'].includes(stage.stage) && flowering(taxon).length > 0
      );
      const shown = urgent(young, ({ taxon }) => otherUnit('season', taxon.slug, 'match'), context);
      if (!shown) return undefined;
      const [own] = flowering(shown.taxon);
      const others = [...library.taxa.values()]
        .filter((taxon) => taxon !== shown.taxon)
        .flatMap(flowering)
        .sort((a, b) => likeness(library, own!, b) - likeness(library, own!, a))
        .slice(0, 6);
      return {
        drill: 'season',
        mode: 'match',
        items: [shown, own!, ...shuffledBy(others, random).slice(0, 3)].map(at),
        seed
      };
    }
  ];
  for (const make of shuffledBy(makers, random)) {
    const made = make();
    if (made) return made;
  }
  return undefined;
}

function namesAndTerms(context: Context): Specification | undefined {
  const { library, plants, random, seed } = context;
  const asks = (['english name', 'scientific name', 'family', 'term'] as const)[random.choose([4, 1, 2, 3])]!;
  if (asks === 'term') {
    const slugs = [...new Set(context.context.flatMap(({ deciding }) => deciding))];
    const terms = slugs.flatMap((slug) => {
      const character = library.character.get(slug);
      return character?.kind === 'states' && character.states.length >= 3 ? [character] : [];
    });
    const character = urgent(terms, ({ slug }) => otherUnit('character', slug), context);
    if (!character) return undefined;
    const states = shuffledBy(
      character.states.filter(({ absent }) => !absent),
      random
    );
    const [state, ...others] = states.map(({ slug }) => slug);
    return {
      drill: 'names and terms',
      asks,
      character: character.slug,
      state: state!,
      others: others.slice(0, 4),
      seed
    };
  }
  const kind = { 'english name': 'english', 'scientific name': 'scientific', family: 'family' }[asks];
  const plant = urgent(plants, ({ taxon }) => otherUnit('name', kind, taxon.slug), context);
  if (!plant) return undefined;
  const families = [...new Set([...library.taxa.values()].map(({ family }) => family))];
  const others =
    asks === 'family'
      ? shuffledBy(
          families.filter((family) => family !== plant.taxon.family),
          random
        ).slice(0, 4)
      : [];
  return { drill: 'names and terms', asks, ...at(plant), others, seed };
}

const makers: Readonly<Record<OtherDrill, (context: Context) => Specification | undefined>> = {
  tray,
  'which part tells': whichPart,
  'from the path': fromThePath,
  'should we take it': shouldWeTakeIt,
  season,
  'names and terms': namesAndTerms
};

/** Makes questions of one kind on the plants of the walks, as hard as the learner's past in it makes them. */
function makerOf(frame: RoundFrame): (drill: OtherDrill, random: Random) => Specification | undefined {
  const seen = new Map<string, Plant>();
  for (const pair of frame.context) {
    const plants = plantsOf(frame.library, pair);
    for (const member of members)
      if (plants) seen.set(`${pair[member]} ${pair[`${member}Stage`]}`, plants[member]);
  }
  const plants = [...seen.values()];
  const up = plantsUp(frame.library, frame.isoDate);
  return (drill, random) => {
    const level = difficultyAfter(frame.learner.past.get(drill) ?? []) / hardest;
    return makers[drill]({ ...frame, plants, up, random, level, seed: random.integer(1, 2 ** 31 - 1) });
  };
}

/** One question of a kind; undefined where it finds nothing to ask. */
export const otherQuestion = (
  frame: RoundFrame,
  drill: OtherDrill,
  random: Random
): Specification | undefined => makerOf(frame)(drill, random);

/**
 * Questions besides those on pairs, on the plants of the walks: of the kinds that this learner was asked least.
 * @param count how many, at most: a kind that finds nothing to ask is passed over
 */
export function otherQuestions(frame: RoundFrame, count: number, random: Random): Specification[] {
  if (count < 1) return [];
  const make = makerOf(frame);
  const times = (drill: OtherDrill) => frame.learner.past.get(drill)?.length ?? 0;
  const order = shuffledBy<OtherDrill>(otherDrills, random).sort((a, b) => times(a) - times(b));
  const made: Specification[] = [];
  for (let i = 0; made.length < count && i < 2 * order.length; i += 1) {
    const drill = order[i % order.length]!;
    const spec = make(drill, random.fork(`${drill} ${i}`));
    if (spec) made.push(spec);
  }
  return made;
}
