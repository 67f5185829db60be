import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { dangerousLookalikes, opponentsOf, separatingSet } from '../../src/core/evidence';
import { type Library, type LibraryTaxon, type Stage, pieceAt } from '../../src/core/knowledge';
import { addDays, dayOfYear, stageChance } from '../../src/core/season';

/**
 * Rows as a field botanist judged them, one a line: the row, then its kind in one word, after a colon the reason.
 * @param file name in tests/reference
 */
export const judged = (file: 'rows.txt' | 'stops.txt'): ReadonlyMap<string, string> =>
  new Map(
    readFileSync(join(references, file), 'utf8')
      .split('\n')
      .filter((line) => line !== '' && !line.startsWith('#'))
      .map((line) => {
        const [row, verdict] = line.split('|').map((part) => part.trim());
        return [row!, verdict!.split(':')[0]!] as const;
      })
  );

/** A row as the judgements name it. */
export const nameOfRow = ({ target, stage, lookalike }: Row): string => `${target} ${stage} ~ ${lookalike}`;

/** How far an instructor could believe what the library and the engine say: over everything gathered, the whole year. */

const references = join(import.meta.dirname, '../../tests/reference');

/** The habitats of some grounds: those of each target, a strand, a wood and a hill. */
export const grounds: Readonly<Record<string, readonly string[]>> = {
  own: [],
  wood: ['woodland', 'hedge-bank', 'waterside', 'grassland'],
  strand: ['coast', 'saltmarsh', 'shingle', 'grassland', 'hedge-bank', 'waste-ground', 'waterside'],
  hill: ['heath', 'grassland', 'hedge-bank', 'woodland']
};

/** A lookalike that is listed for a target at a stage. */
export interface Row {
  readonly target: string;
  readonly stage: Stage;
  readonly lookalike: string;
  readonly isCurated: boolean;
  readonly growsAmong: boolean;
  readonly similarity: number;
  /** Dates (of those tried) on which it is listed, and on which nothing tells the two apart. */
  readonly listed: number;
  readonly open: number;
}

export interface Believability {
  readonly rows: readonly Row[];
  /** Dates of taxa at stages at which they are gathered, and those on which a separating set exists. */
  readonly plans: number;
  readonly told: number;
  /** Of each taxon and stage, the share of its dates with a set. */
  readonly byStage: ReadonlyMap<string, { readonly plans: number; readonly told: number }>;
  /** Dates on which scent belongs to the set. */
  readonly byScent: number;
}

/** Stages at which something of a taxon is gathered and that are described. */
export const gatheredStages = (taxon: LibraryTaxon): Stage[] => [
  ...new Set(
    taxon.uses
      .filter(({ kind }) => kind !== 'history')
      .flatMap(({ stages }) => stages)
      .filter((stage) => taxon.stages.has(stage))
  )
];

/** Every fifth day of a year. */
const days = Array.from({ length: 73 }, (_, i) => addDays('2027-01-01', 5 * i));

export function believability(
  library: Library,
  habitats: readonly string[],
  { scentCounts = true, stands = (_: LibraryTaxon) => true } = {}
): Believability {
  const rows = new Map<string, Row>();
  const byStage = new Map<string, { plans: number; told: number }>();
  let [plans, told, byScent] = [0, 0, 0];
  for (const target of library.taxa.values()) {
    if (habitats.length > 0 && !target.habitats.some((habitat) => habitats.includes(habitat))) continue;
    if (!stands(target)) continue;
    for (const name of gatheredStages(target)) {
      const stage = target.stages.get(name)!;
      const piece = pieceAt(target, name);
      const mayDig = piece?.main === 'underground';
      const known = new Map<string, ReturnType<typeof separatingSet>>();
      for (const isoDate of days) {
        if (stageChance(stage, dayOfYear(isoDate)) < 0.5) continue;
        const found = dangerousLookalikes(library, target, stage, isoDate, { habitats });
        const opponents = opponentsOf(found);
        const key = opponents.map(({ taxon, stage: own }) => taxon + own.stage).join(' ');
        const result =
          known.get(key) ??
          separatingSet(library.characters, stage, opponents, { mayDig, scentCounts, piece });
        known.set(key, result);
        const own = byStage.get(`${target.slug} ${name}`) ?? { plans: 0, told: 0 };
        own.plans += 1;
        plans += 1;
        if (result.found) {
          own.told += 1;
          told += 1;
          if (result.set.characters.some(({ sense }) => sense === 'scent')) byScent += 1;
        }
        byStage.set(`${target.slug} ${name}`, own);
        const open = new Set(result.found ? [] : result.open.map(({ taxon }) => taxon));
        for (const { taxon, curated, similarity } of found) {
          const place = `${target.slug} ${name} ${taxon.slug}`;
          const before = rows.get(place);
          rows.set(place, {
            target: target.slug,
            stage: name,
            lookalike: taxon.slug,
            isCurated: curated !== undefined,
            growsAmong: curated?.kind === 'grows among',
            similarity: Math.max(before?.similarity ?? 0, similarity ?? 0),
            listed: (before?.listed ?? 0) + 1,
            open: (before?.open ?? 0) + Number(open.has(taxon.slug))
          });
        }
      }
    }
  }
  return { rows: [...rows.values()], plans, told, byStage, byScent };
}
