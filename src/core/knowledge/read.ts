import { parse } from 'yaml';
import { z } from 'zod';
import { compileLibrary, type Library } from './library';
import { Animal } from './animal';
import { writeOut } from './authored';
import { Region } from './region';
import {
  AuthoredTaxon,
  Character,
  CuratedPair,
  Family,
  LibraryDocument,
  RegionSeason,
  RegionStatus,
  type Taxon,
  organs
} from './schema';

/** A file of `content/`: its path below that folder, and its text. */
export interface ContentFile {
  readonly path: string;
  readonly text: string;
}

/** A region's library, as it is released and compiled. */
export interface RegionalLibrary {
  readonly library: Library;
  readonly document: LibraryDocument;
}

export type ReadResult =
  /** By the region's slug. */
  | { readonly regions: ReadonlyMap<string, RegionalLibrary> }
  /** One line a problem, naming file, taxon and field. */
  | { readonly problems: readonly string[] };

const Heading = LibraryDocument.pick({ name: true, referencePlace: true }).extend({
  region: Region.omit({ slug: true })
});

/** The order of the glossary: from the habit to the place, within an organ as it is written. */
const byOrgan = (a: Character, b: Character) => organs.indexOf(a.organ) - organs.indexOf(b.organ);

/** The slugs of the regions that have a folder. */
const regionsIn = (files: readonly ContentFile[]): string[] =>
  [...new Set(files.flatMap(({ path }) => /^regions\/([^/]+)\//.exec(path)?.[1] ?? []))].sort();

/**
 * Reads the starter libraries from the YAML of `content/`: what all regions share in `families.yaml`, `pairs.yaml`, the
 * glossary below `characters/` and one file a taxon below `taxa/`; and below `regions/<region>/` its `region.yaml`,
 * `season.yaml`, `status.yaml`, `pairs.yaml` and `animals.yaml`. A region's library holds the taxa of its season, and
 * of the shared pairs those of which it has both.
 */
export function readLibraries(files: readonly ContentFile[]): ReadResult {
  const problems: string[] = [];
  const fileOf = new Map<string, string>();

  function read<T>(file: ContentFile, schema: z.ZodType<T>): T | undefined {
    let value: unknown;
    try {
      value = parse(file.text);
    } catch (error) {
      problems.push(`${file.path}: is not YAML: ${(error as Error).message.split('\n')[0]}`);
      return undefined;
    }
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    const owner = (value as { slug?: unknown } | null)?.slug;
    for (const issue of parsed.error.issues)
      problems.push(
        `${file.path}${typeof owner === 'string' ? ` (${owner})` : ''}: ${issue.path.join('.') || 'file'}: ${issue.message}`
      );
    return undefined;
  }

  function one<T>(path: string, schema: z.ZodType<T>, whenMissing?: T): T | undefined {
    const file = files.find((candidate) => candidate.path === path);
    if (file) return read(file, schema);
    if (whenMissing === undefined) problems.push(`${path}: is missing`);
    return whenMissing;
  }

  const families = one('families.yaml', z.array(Family));
  const characters = files
    .filter(({ path }) => path.startsWith('characters/'))
    .sort((a, b) => (a.path < b.path ? -1 : 1))
    .flatMap((file) => read(file, z.array(Character)) ?? [])
    .sort(byOrgan);
  const sharedPairs = one('pairs.yaml', z.array(CuratedPair));
  const authored = new Map<string, AuthoredTaxon>();
  for (const file of files.filter(({ path }) => path.startsWith('taxa/'))) {
    const taxon = read(file, AuthoredTaxon);
    if (!taxon) continue;
    if (authored.has(taxon.slug)) problems.push(`${file.path} (${taxon.slug}): slug: is used by two taxa`);
    authored.set(taxon.slug, taxon);
    fileOf.set(taxon.slug, file.path);
  }
  for (const { target, lookalike } of sharedPairs ?? [])
    for (const slug of [target, lookalike])
      if (!authored.has(slug))
        problems.push(`pairs.yaml (${slug}): pairs.${target}: names a taxon that is not there`);

  /** Its library as a document, as far as its files can be read. */
  function documentOf(slug: string): LibraryDocument | undefined {
    const folder = `regions/${slug}`;
    const heading = one(`${folder}/region.yaml`, Heading);
    const season = one(`${folder}/season.yaml`, RegionSeason);
    const status = one(`${folder}/status.yaml`, RegionStatus, {});
    const ownPairs = one(`${folder}/pairs.yaml`, z.array(CuratedPair), []);
    const animals = one(`${folder}/animals.yaml`, z.array(Animal), []);
    if (!heading || !season || !status || !ownPairs || !animals || !families || !sharedPairs)
      return undefined;
    const taxa: Taxon[] = [];
    for (const [name, own] of Object.entries(season)) {
      const taxon = authored.get(name);
      const written = taxon ? writeOut(taxon, characters, { season: own, status: status[name] }) : undefined;
      if (!written) problems.push(`${folder}/season.yaml (${name}): has no file below taxa/`);
      else if ('message' in written)
        problems.push(`${fileOf.get(name)!} (${name}): ${slug}: stages.${written.stage}: ${written.message}`);
      else taxa.push(written);
    }
    for (const name of Object.keys(status))
      if (!season[name]) problems.push(`${folder}/status.yaml (${name}): has no season there`);
    taxa.sort((a, b) => (a.slug < b.slug ? -1 : 1));
    const pairs = sharedPairs.filter(({ target, lookalike }) => season[target] && season[lookalike]);
    const { region, ...rest } = heading;
    return {
      ...rest,
      region: { slug, ...region },
      families,
      characters,
      taxa,
      pairs: [...pairs, ...ownPairs],
      animals
    };
  }

  const slugs = regionsIn(files);
  if (slugs.length === 0) problems.push('regions: there is none');
  const documents = slugs.flatMap((slug) => documentOf(slug) ?? []);
  if (problems.length > 0) return { problems };

  const regions = new Map<string, RegionalLibrary>();
  for (const document of documents) {
    const compiled = compileLibrary(document);
    for (const { taxon, field, message } of compiled.problems)
      problems.push(
        `${document.region.slug}: ${fileOf.get(taxon) ?? 'pairs.yaml'} (${taxon}): ${field}: ${message}`
      );
    regions.set(document.region.slug, { library: compiled.library, document });
  }
  const placed = new Set(documents.flatMap(({ taxa }) => taxa.map(({ slug }) => slug)));
  for (const [slug, path] of fileOf)
    if (!placed.has(slug)) problems.push(`${path} (${slug}): stands in the season of no region`);
  return problems.length > 0 ? { problems } : { regions };
}
