import { type Character, type CuratedPair, type Family, type LibraryDocument, type Taxon } from './schema';
import { type Organ, type Stage, type Window, stageNames } from './schema';
import { type Weights, lacksOrgan, weighCell } from './weights';
import { contentHash } from './hash';
import { type Harmfulness, harmfulnessOf, isSerious } from './harm';
import type { Animal } from './animal';
import type { Region } from './region';
import { listKeys } from './cells';
import { englishName } from './english-name';
import { type Preparation, isCraft } from './preparation';

/** A taxon at a stage, described. Not described means unknown, never absent. */
export interface StageDescription {
  readonly stage: Stage;
  readonly windows: readonly Window[];
  readonly cells: ReadonlyMap<string, Weights>;
  /** The same cells by the character's index in the library: the form the engine works on. */
  readonly byIndex: readonly (Weights | undefined)[];
  /** Organs that the plant does not have at this stage, as its cells say. */
  readonly lacks: ReadonlySet<Organ>;
  /** Of its windows and cells: what a confirmation of its looks belongs to. */
  readonly hash: string;
}

export interface LibraryTaxon extends Omit<Taxon, 'stages'>, Harmfulness {
  readonly stages: ReadonlyMap<Stage, StageDescription>;
}

/** The knowledge of one release, looked up by slug. */
export interface Library {
  readonly hash: string;
  readonly name: string;
  /** Whose plants, seasons, law and animals these are. */
  readonly region: Region;
  /** Where the reference windows of its stages hold. */
  readonly referencePlace: LibraryDocument['referencePlace'];
  readonly characters: readonly Character[];
  readonly character: ReadonlyMap<string, Character>;
  readonly taxa: ReadonlyMap<string, LibraryTaxon>;
  readonly families: ReadonlyMap<string, Family>;
  readonly pairs: readonly CuratedPair[];
  readonly animals: readonly Animal[];
}

/** Names slugs in English; a slug that the library has no more stays as it is. */
export const nameIn =
  (library: Pick<Library, 'taxa'>) =>
  (slug: string): string => {
    const taxon = library.taxa.get(slug);
    return taxon ? englishName(taxon) : slug;
  };

/** A problem in the content, with the place where it stands. */
export interface ContentProblem {
  readonly taxon: string;
  readonly field: string;
  readonly message: string;
}

/**
 * Organs of which every described character that can say so says that the plant has none, and those that are not there
 * without them.
 */
export function lackedOrgans(
  characters: readonly Character[],
  byIndex: readonly (Weights | undefined)[]
): Set<Organ> {
  const lacks = new Set<Organ>();
  const has = new Set<Organ>();
  characters.forEach((character, i) => {
    const weights = byIndex[i];
    if (!weights || character.kind !== 'states' || !character.states.some(({ absent }) => absent)) return;
    const isLacking = lacksOrgan(character, weights);
    (isLacking ? lacks : has).add(character.organ);
    for (const { without } of character.states) if (without) (isLacking ? lacks : has).add(without);
  });
  for (const organ of has) lacks.delete(organ);
  return lacks;
}

/** Why a preparation has no place in an entry, in words; undefined where it has. The library then leaves it out. */
export function whyUnfit(
  taxon: Pick<Taxon, 'uses' | 'hazards'>,
  { part, way, method }: Preparation
): string | undefined {
  if (!taxon.uses.some((use) => use.kind !== 'history' && use.part === part))
    return `No use of “${part}” is recorded: what has no use is not prepared.`;
  return method && !isCraft(way) && isSerious(harmfulnessOf(taxon).eatenSeverity)
    ? 'It harms seriously when it is eaten, and no way of preparing makes it harmless.'
    : undefined;
}

function compileTaxon(
  taxon: Taxon,
  characters: readonly Character[],
  problems: ContentProblem[]
): LibraryTaxon {
  const indexOf = new Map(characters.map((character, index) => [character.slug, index]));
  for (const [list, keys] of Object.entries(listKeys(taxon)))
    if (new Set(keys).size < keys.length)
      problems.push({ taxon: taxon.slug, field: list, message: 'has two entries that cannot be told apart' });
  const stages = new Map<Stage, StageDescription>();
  for (const stage of stageNames) {
    const entry = taxon.stages[stage];
    if (!entry) continue;
    const cells = new Map<string, Weights>();
    const byIndex: (Weights | undefined)[] = characters.map(() => undefined);
    for (const [slug, cell] of Object.entries(entry.description)) {
      const field = `stages.${stage}.description.${slug}`;
      const index = indexOf.get(slug);
      const character = index === undefined ? undefined : characters[index];
      const weights = character ? weighCell(character, cell) : 'is no character of the glossary';
      if (typeof weights === 'string') problems.push({ taxon: taxon.slug, field, message: weights });
      else {
        cells.set(slug, weights);
        byIndex[index!] = weights;
      }
    }
    const lacks = lackedOrgans(characters, byIndex);
    // Few are ever asked for, and all of them would take as long as the rest.
    let hash: string | undefined;
    stages.set(stage, {
      stage,
      windows: entry.windows,
      cells,
      byIndex,
      lacks,
      get hash() {
        return (hash ??= contentHash({ taxon: taxon.slug, stage, ...entry }));
      }
    });
  }
  const preparations = taxon.preparations.filter((one) => whyUnfit(taxon, one) === undefined);
  return { ...taxon, preparations, stages, ...harmfulnessOf(taxon) };
}

/**
 * Compiles a library document for lookup and for the engine, and checks what Zod cannot: that every
 * reference leads somewhere, that descriptions add up, that slugs are used once.
 * @returns the library, and every problem found; a library with problems must not be released
 */
export function compileLibrary(source: LibraryDocument): { library: Library; problems: ContentProblem[] } {
  let hash: string | undefined;
  const problems: ContentProblem[] = [];
  const taxa = new Map<string, LibraryTaxon>();
  const families = new Map(source.families.map((family) => [family.name, family]));
  for (const taxon of source.taxa) {
    if (taxa.has(taxon.slug))
      problems.push({ taxon: taxon.slug, field: 'slug', message: 'is used by two taxa' });
    if (!families.has(taxon.family))
      problems.push({ taxon: taxon.slug, field: 'family', message: `'${taxon.family}' has no entry` });
    taxa.set(taxon.slug, compileTaxon(taxon, source.characters, problems));
  }
  for (const { name, signs = [] } of source.families)
    for (const { character, states } of signs) {
      const own = source.characters.find(({ slug }) => slug === character);
      const known = own?.kind === 'states' ? own.states.map(({ slug }) => slug) : [];
      const unknown = states.find((state) => !known.includes(state));
      if (unknown)
        problems.push({
          taxon: name,
          field: `signs.${character}`,
          message: `'${unknown}' is no state of it`
        });
    }
  for (const pair of source.pairs)
    for (const slug of [pair.target, pair.lookalike])
      if (!taxa.has(slug))
        problems.push({
          taxon: slug,
          field: `pairs.${pair.target}`,
          message: 'names a taxon that is not there'
        });
  return {
    library: {
      get hash() {
        return (hash ??= contentHash(source));
      },
      name: source.name,
      region: source.region,
      characters: source.characters,
      character: new Map(source.characters.map((character) => [character.slug, character])),
      taxa,
      families,
      pairs: source.pairs,
      animals: source.animals,
      referencePlace: source.referencePlace
    },
    problems
  };
}
