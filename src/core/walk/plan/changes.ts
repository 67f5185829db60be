import type { Check } from './checks';
import type { PlanFacts } from './facts';

/** What is different between two plans of the same stops: on another day, or since a brief was published. */
export interface Change {
  readonly about: string;
  readonly before: string;
  readonly after: string;
}

/** A plan as it came out on a day. */
export interface Outcome {
  readonly facts: Pick<PlanFacts, 'taxa' | 'isoDate'>;
  readonly checks: readonly Check[];
}

const stageWords = ({ stage, chance }: PlanFacts['taxa'][number]) =>
  stage ? `${stage}, ${Math.round(chance * 100)} %` : 'not up';
const apartWords = ({ separable, set, open }: PlanFacts['taxa'][number]) =>
  separable ? set.join(' + ') || 'no dangerous lookalike described' : `not from ${open.join(', ')}`;

/** Of a plan and its copy the same: plant, role and part, and the how-many-eth of those. */
function byPlace(taxa: PlanFacts['taxa']): Map<string, PlanFacts['taxa'][number]> {
  const counts = new Map<string, number>();
  return new Map(
    taxa.map((taxon) => {
      const kind = `${taxon.slug} ${taxon.role} ${taxon.part}`;
      const nth = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, nth);
      return [`${kind} ${nth}`, taxon];
    })
  );
}

/** Stages, what tells apart and checks that came out otherwise; most weighty first. */
export function whatChanged(before: Outcome, after: Outcome): Change[] {
  const was = byPlace(before.facts.taxa);
  const states = new Map(before.checks.map((check) => [check.key, check]));
  const words = { stop: 'stop', look: 'look', pass: 'passed' } as const;
  const checks = after.checks.flatMap((check): Change[] => {
    const old = states.get(check.key);
    return old && old.state === check.state && old.title === check.title
      ? []
      : check.state === 'pass' && !old
        ? []
        : [
            {
              about: check.title,
              before: old ? words[old.state] : 'not asked',
              after: `${words[check.state]}: ${check.detail}`
            }
          ];
  });
  const plants = [...byPlace(after.facts.taxa)].flatMap(([place, taxon]): Change[] => {
    const old = was.get(place);
    if (!old) return [];
    return [
      ...(old.stage !== taxon.stage || Math.abs(old.chance - taxon.chance) >= 0.2
        ? [{ about: `Stage of ${taxon.label}`, before: stageWords(old), after: stageWords(taxon) }]
        : []),
      ...(old.stage && taxon.stage && apartWords(old) !== apartWords(taxon)
        ? [{ about: `Telling ${taxon.label} apart`, before: apartWords(old), after: apartWords(taxon) }]
        : [])
    ];
  });
  return [...checks, ...plants];
}
