import {
  type Character,
  type Library,
  type LibraryTaxon,
  type Organ,
  type StageDescription,
  type Weights,
  harmsByTouch,
  isDangerous,
  stateCount,
  wordWeight,
  worstSeverity
} from '../knowledge';

/**
 * A library as flat typed arrays: what the posterior and the next check run over. A candidate is a taxon at a
 * stage; candidates of one taxon lie beside each other.
 */
export interface Matrix {
  readonly characters: readonly Character[];
  readonly taxa: readonly LibraryTaxon[];
  readonly candidates: readonly { readonly taxon: LibraryTaxon; readonly stage: StageDescription }[];
  /** Index of the first candidate of each taxon, then the number of candidates. */
  readonly firstOf: Int32Array;
  /** First state row of each character, then the number of rows. */
  readonly firstState: Int32Array;
  /** p(o) of each state row (outer) for each candidate (inner), each character's rows summing to 1. */
  readonly chance: Float64Array;
  /** 1 where the candidate describes the character (outer), by candidate (inner). */
  readonly described: Uint8Array;
  /**
   * 1 where the candidate does not describe a character and has not what it speaks of: it lacks the organ, or its leaf
   * has no leaflets.
   */
  readonly lacking: Uint8Array;
  /** 4^severity of each taxon. */
  readonly stake: Float64Array;
  /** 1 for each dangerous candidate. */
  readonly dangerous: Uint8Array;
  /** 1 for each candidate whose touch or sap harms at severity 2 or more. */
  readonly harmsByTouch: Uint8Array;
}

/** What a described character that always fits would give: the likelihood lent to a dangerous unknown. */
export const perfectFit = (character: Character): number =>
  (1 - character.error) * wordWeight.always + character.error / stateCount(character);

function fillRows(
  chance: Float64Array,
  first: number,
  character: Character,
  weights: readonly (Weights | undefined)[],
  dangerous: Uint8Array
): void {
  const states = stateCount(character);
  const width = weights.length;
  const [hit, slip] = [1 - character.error, character.error / states];
  const mean = new Float64Array(states);
  let known = 0;
  weights.forEach((own, j) => {
    if (!own) return;
    known += 1;
    for (let state = 0; state < states; state += 1) {
      const p = hit * own.frequency[state]! + slip;
      chance[(first + state) * width + j] = p;
      mean[state]! += p;
    }
  });
  for (let state = 0; state < states; state += 1) {
    const expected = known > 0 ? mean[state]! / known : 1 / states;
    weights.forEach((own, j) => {
      if (!own) chance[(first + state) * width + j] = dangerous[j] ? 1 / states : expected;
    });
  }
}

/** Below this chance of the states within which it can be seen a character is not to be seen on a plant. */
const hardlyEver = 0.1;

/** What only seaweeds, or only shellfish have; plants have the rest, but for scent and place, which all have. */
const ownOrgans: Readonly<Partial<Record<Organ, LibraryTaxon['group']>>> = {
  frond: 'alga',
  shell: 'shellfish'
};
const ofAll = new Set<Organ>(['scent', 'place', 'habit']);

const isOfOtherKind = (organ: Organ, { group }: LibraryTaxon): boolean =>
  !ofAll.has(organ) && group !== (ownOrgans[organ] ?? 'plant');

function hasNoneOf(
  { organ, within }: Character,
  { taxon, stage: { lacks, cells } }: Matrix['candidates'][number],
  characters: readonly Character[]
): boolean {
  if (lacks.has(organ) || isOfOtherKind(organ, taxon)) return true;
  const weights = within && cells.get(within.character);
  const other = within && characters.find(({ slug }) => slug === within.character);
  if (!within || !weights || other?.kind !== 'states') return false;
  const chance = other.states.reduce(
    (sum, { slug }, state) => (within.states.includes(slug) ? sum + weights.frequency[state]! : sum),
    0
  );
  return chance < hardlyEver;
}

/**
 * Compiles a library. Where a candidate does not describe a character, its rows hold what may be expected to
 * be seen: anything at all on a dangerous taxon, the mean of the described ones on any other.
 */
export function compileMatrix({ characters, taxa }: Pick<Library, 'characters' | 'taxa'>): Matrix {
  const described = [...taxa.values()].filter(({ stages }) => stages.size > 0);
  const candidates = described.flatMap((taxon) =>
    [...taxon.stages.values()].map((stage) => ({ taxon, stage }))
  );
  const firstOf = new Int32Array(described.length + 1);
  described.forEach((taxon, t) => (firstOf[t + 1] = firstOf[t]! + taxon.stages.size));
  const firstState = new Int32Array(characters.length + 1);
  characters.forEach((character, c) => (firstState[c + 1] = firstState[c]! + stateCount(character)));
  const dangerous = Uint8Array.from(candidates, ({ taxon }) => Number(isDangerous(taxon)));
  const chance = new Float64Array(firstState[characters.length]! * candidates.length);
  const lacking = new Uint8Array(characters.length * candidates.length);
  const isDescribed = new Uint8Array(characters.length * candidates.length);
  characters.forEach((character, c) => {
    const weights = candidates.map(({ stage }) => stage.byIndex[c]);
    weights.forEach((own, j) => {
      isDescribed[c * candidates.length + j] = own ? 1 : 0;
      lacking[c * candidates.length + j] = Number(!own && hasNoneOf(character, candidates[j]!, characters));
    });
    fillRows(chance, firstState[c]!, character, weights, dangerous);
  });
  return {
    characters,
    taxa: described,
    candidates,
    firstOf,
    firstState,
    chance,
    described: isDescribed,
    lacking,
    stake: Float64Array.from(described, (taxon) => 4 ** worstSeverity(taxon)),
    dangerous,
    harmsByTouch: Uint8Array.from(candidates, ({ taxon }) => Number(harmsByTouch(taxon)))
  };
}

const compiled = new WeakMap<Library, Matrix>();

/** The matrix of a library, compiled once. */
export function matrixOf(library: Library): Matrix {
  const known = compiled.get(library);
  if (known) return known;
  const matrix = compileMatrix(library);
  compiled.set(library, matrix);
  return matrix;
}
