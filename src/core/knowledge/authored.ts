import {
  type AuthoredStage,
  type AuthoredTaxon,
  type Cell,
  type Character,
  type RegionSeason,
  type RegionStatus,
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

/** The organs of which some character is described, other than that they are not there. */
function organsIn(characters: readonly Character[], cells: ReadonlyMap<string, Cell>): Set<string> {
  return new Set(
    characters
      .filter((character) => {
        const cell = cells.get(character.slug);
        if (!cell || character.kind === 'range') return cell !== undefined;
        return !character.states.some((state) => state.absent && state.slug in cell);
      })
      .map(({ organ }) => organ)
  );
}

/**
 * Forgets what the model stage says of organs that it lacks and this one has: a stem without a word on its
 * filling is not a stem that is lacking.
 */
function forgetAbsent(
  characters: readonly Character[],
  inherited: Map<string, Cell>,
  own: ReadonlyMap<string, Cell>
): void {
  const had = organsIn(characters, inherited);
  const appeared = new Set([...organsIn(characters, own)].filter((organ) => !had.has(organ)));
  for (const character of characters) {
    const cell = inherited.get(character.slug);
    if (!cell || character.kind === 'range' || !appeared.has(character.organ)) continue;
    if (character.states.some((state) => state.absent === true && state.slug in cell))
      inherited.delete(character.slug);
  }
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
    forgetAbsent(characters, inherited, new Map(Object.entries(entry.description)));
    cells = inherited;
  }
  for (const slug of entry.without) cells.delete(slug);
  for (const organ of entry.lacks)
    for (const [slug, cell] of absentCells(characters, organ)) cells.set(slug, cell);
  for (const [slug, cell] of Object.entries(entry.description)) cells.set(slug, cell);
  return cells;
}

/** What a region says of one taxon. */
export interface InRegion {
  readonly season: RegionSeason[string];
  readonly status: RegionStatus[string] | undefined;
}

/**
 * A taxon as a region's library has it. What the hand-written form leaves to `like`, `without` and `lacks` is written
 * out: every stage then holds its own cells, so that each can be corrected, exported and confirmed alone.
 * @returns the taxon, or the stage that cannot be written out and why
 */
export function writeOut(
  taxon: AuthoredTaxon,
  characters: readonly Character[],
  { season, status }: InRegion
): Taxon | { stage: Stage; message: string } {
  const order = new Map(characters.map(({ slug }, index) => [slug, index]));
  const place = (slug: string) => order.get(slug) ?? characters.length;
  const stages: Partial<Record<Stage, StageEntry>> = {};
  for (const stage of stageNames) {
    const entry = taxon.stages[stage];
    const windows = season[stage];
    if (!entry !== !windows)
      return { stage, message: entry ? 'has no time of the year in season.yaml' : 'is not described' };
    if (!entry || !windows || windows === 'never') continue;
    const cells = flatCells(taxon, entry, characters, [stage]);
    if (typeof cells === 'string') return { stage, message: `like: ${cells}` };
    const inOrder = [...cells].sort(([a], [b]) => place(a) - place(b));
    stages[stage] = { windows, description: Object.fromEntries(inOrder) };
  }
  const { names = [], legal = [], ...differing } = status ?? {};
  // What it is called here comes first, whatever else it is called.
  const others = taxon.names.filter(
    (one) => !names.some(({ name, language }) => name === one.name && language === one.language)
  );
  return { ...taxon, ...differing, names: [...names, ...others], legal, stages };
}
