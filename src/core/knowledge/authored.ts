import {
  type AuthoredStage,
  type AuthoredTaxon,
  type Cell,
  type Character,
  type Stage,
  type StageEntry,
  type Taxon,
  stageNames
} from './schema';

/** The absent state of each character of an organ that can say that the organ is not there. */
function absentCells(characters: readonly Character[], organ: string): [string, Cell][] {
  return characters.flatMap((character): [string, Cell][] => {
    if (character.organ !== organ || character.kind !== 'states') return [];
    const absent = character.states.find((state) => state.absent);
    return absent ? [[character.slug, { [absent.slug]: 'always' }]] : [];
  });
}

function flatCells(
  taxon: AuthoredTaxon,
  entry: AuthoredStage,
  characters: readonly Character[],
  seen: readonly Stage[]
): Map<string, Cell> | string {
  let cells = new Map<string, Cell>();
  if (entry.like) {
    const base = taxon.stages[entry.like];
    if (!base) return `is like '${entry.like}', which is not described`;
    if (seen.includes(entry.like)) return `is like itself by way of '${entry.like}'`;
    const inherited = flatCells(taxon, base, characters, [...seen, entry.like]);
    if (typeof inherited === 'string') return inherited;
    cells = inherited;
  }
  for (const slug of entry.without) cells.delete(slug);
  for (const organ of entry.lacks)
    for (const [slug, cell] of absentCells(characters, organ)) cells.set(slug, cell);
  for (const [slug, cell] of Object.entries(entry.description)) cells.set(slug, cell);
  return cells;
}

/**
 * Writes out what the hand-written form leaves to `like`, `without` and `lacks`: every stage then holds its
 * own cells, so that each can be corrected, exported and confirmed alone.
 * @returns the taxon, or the stage that cannot be written out and why
 */
export function writeOut(
  taxon: AuthoredTaxon,
  characters: readonly Character[]
): Taxon | { stage: Stage; message: string } {
  const order = new Map(characters.map(({ slug }, index) => [slug, index]));
  const place = (slug: string) => order.get(slug) ?? characters.length;
  const stages: Partial<Record<Stage, StageEntry>> = {};
  for (const stage of stageNames) {
    const entry = taxon.stages[stage];
    if (!entry) continue;
    const cells = flatCells(taxon, entry, characters, [stage]);
    if (typeof cells === 'string') return { stage, message: cells };
    const inOrder = [...cells].sort(([a], [b]) => place(a) - place(b));
    stages[stage] = { windows: entry.windows, description: Object.fromEntries(inOrder) };
  }
  return { ...taxon, stages };
}
