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
  animals,
  stops
}: Pick<PlanFacts, 'kind' | 'site' | 'animals' | 'stops'>): Danger[] {
  if (kind === 'class') return [];
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
  for (const { name, avoid, consequence, likelihood } of animals)
    found.push({ kind: 'animal', name, what: avoid, consequence, likelihood });
  return found.sort((a, b) => b.consequence * b.likelihood - a.consequence * a.likelihood);
}
