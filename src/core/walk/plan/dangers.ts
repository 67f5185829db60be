import type { GroundKind } from '../../ground';
import type { PlanFacts } from './facts';

/** Animals, ground and water that harm on a walk, rated as pairs are: common practice, no source. */
export interface Danger {
  readonly kind: 'animal' | 'ground' | 'water';
  readonly name: string;
  readonly what: string;
  /** 1–5 each, the consequence/likelihood matrix of ISO 31010; their product is the rating. */
  readonly consequence: number;
  readonly likelihood: number;
}

const ofGround: Readonly<Partial<Record<GroundKind, Omit<Danger, 'name'>>>> = {
  'deep mud': {
    kind: 'ground',
    what: 'Nobody leaves the firm way. Who sinks lies back, keeps still and is pulled flat.',
    consequence: 5,
    likelihood: 2
  },
  cliff: {
    kind: 'ground',
    what: 'Stay back from the edge and from under it.',
    consequence: 5,
    likelihood: 2
  },
  'overhead branches': {
    kind: 'ground',
    what: 'No stop underneath; none at all in wind.',
    consequence: 5,
    likelihood: 1
  },
  'main road': {
    kind: 'ground',
    what: 'Cross together, leaders at both ends; nothing is picked beside it.',
    consequence: 5,
    likelihood: 2
  },
  'lane with traffic': {
    kind: 'ground',
    what: 'Walk on one side, a leader at each end.',
    consequence: 4,
    likelihood: 2
  },
  railway: { kind: 'ground', what: 'Nobody steps on the line.', consequence: 5, likelihood: 1 },
  livestock: {
    kind: 'animal',
    what: 'Keep away from cattle with calves; dogs stay at home. Plants of wet ground downstream carry liver fluke.',
    consequence: 4,
    likelihood: 2
  },
  stream: {
    kind: 'water',
    what: 'Slippery stones; after rain it rises fast. Cover cuts, wash hands before eating: rats’ urine carries disease.',
    consequence: 4,
    likelihood: 2
  },
  outfall: {
    kind: 'water',
    what: 'Keep hands out of it; nothing is gathered near it.',
    consequence: 3,
    likelihood: 2
  }
};

/** What is dangerous of a kind that stands on a map, where it is. */
export const dangerOfGround = (kind: GroundKind): Omit<Danger, 'name'> | undefined => ofGround[kind];

/** @returns the weightiest first */
export function dangersOf({
  kind,
  site,
  isoDate,
  stops
}: Pick<PlanFacts, 'kind' | 'site' | 'isoDate' | 'stops'>): Danger[] {
  if (kind === 'class') return [];
  const month = Number(isoDate.slice(5, 7));
  const lives = (...habitats: string[]) => habitats.some((habitat) => site.habitats.includes(habitat));
  const found: Danger[] = site.kinds.flatMap((one) => {
    const danger = dangerOfGround(one);
    return danger ? [{ ...danger, name: one.charAt(0).toUpperCase() + one.slice(1) }] : [];
  });
  if (site.hasTide && stops.some(({ isOnShore }) => isOnShore))
    found.push({
      kind: 'water',
      name: 'The tide',
      what: 'Off the shore by the end of its window, whatever is unfinished; the way back fills first.',
      consequence: 5,
      likelihood: 3
    });
  if (month >= 3 && month <= 10 && lives('woodland', 'heath', 'grassland'))
    found.push({
      kind: 'animal',
      name: 'Ticks',
      what: 'Long trousers; look over the whole body in the evening; a spreading red ring or a fever needs a doctor.',
      consequence: 3,
      likelihood: 4
    });
  if (month >= 7 && month <= 10)
    found.push({
      kind: 'animal',
      name: 'Wasps and bees',
      what: 'Look before a hand goes in. Who is known to react carries an injector; swelling of face or breath: call at once.',
      consequence: 4,
      likelihood: 2
    });
  if (month >= 3 && month <= 10 && lives('heath', 'coast'))
    found.push({
      kind: 'animal',
      name: 'Adders, where they live',
      what: 'Watch where you sit and reach. A bite: lie still, splint, call; no cutting, no sucking.',
      consequence: 4,
      likelihood: 1
    });
  return found.sort((a, b) => b.consequence * b.likelihood - a.consequence * a.likelihood);
}
