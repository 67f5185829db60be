import { parse } from 'yaml';
import { z } from 'zod';
import { compileLibrary, type Library } from './library';
import { Animal } from './animal';
import { writeOut } from './authored';
import { AuthoredTaxon, Character, CuratedPair, Family, LibraryDocument, type Taxon, organs } from './schema';

/** A file of `content/`: its path below that folder, and its text. */
export interface ContentFile {
  readonly path: string;
  readonly text: string;
}

export type ReadResult =
  | { readonly library: Library; readonly document: LibraryDocument }
  /** One line a problem, naming file, taxon and field. */
  | { readonly problems: readonly string[] };

const Heading = LibraryDocument.pick({ name: true, referencePlace: true });

/** The order of the glossary: from the habit to the place, within an organ as it is written. */
const byOrgan = (a: Character, b: Character) => organs.indexOf(a.organ) - organs.indexOf(b.organ);

/**
 * Reads a starter library from the YAML of `content/`: `library.yaml`, `families.yaml`, `pairs.yaml`, `animals.yaml`,
 * the glossary below `characters/` and one file a taxon below `taxa/`.
 */
export function readLibrary(files: readonly ContentFile[]): ReadResult {
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

  function one<T>(path: string, schema: z.ZodType<T>): T | undefined {
    const file = files.find((candidate) => candidate.path === path);
    if (file) return read(file, schema);
    problems.push(`${path}: is missing`);
    return undefined;
  }

  const heading = one('library.yaml', Heading);
  const families = one('families.yaml', z.array(Family));
  const characters = files
    .filter(({ path }) => path.startsWith('characters/'))
    .sort((a, b) => (a.path < b.path ? -1 : 1))
    .flatMap((file) => read(file, z.array(Character)) ?? [])
    .sort(byOrgan);
  const pairs = one('pairs.yaml', z.array(CuratedPair));
  const animalFile = files.find(({ path }) => path === 'animals.yaml');
  const animals = animalFile ? read(animalFile, z.array(Animal)) : [];
  const taxa: Taxon[] = [];
  for (const file of files.filter((candidate) => candidate.path.startsWith('taxa/'))) {
    const authored = read(file, AuthoredTaxon);
    if (!authored) continue;
    const taxon = writeOut(authored, characters);
    if ('message' in taxon)
      problems.push(`${file.path} (${authored.slug}): stages.${taxon.stage}.like: ${taxon.message}`);
    else {
      fileOf.set(taxon.slug, file.path);
      taxa.push(taxon);
    }
  }
  if (!heading || !families || !pairs || !animals || problems.length > 0) return { problems };

  taxa.sort((a, b) => (a.slug < b.slug ? -1 : 1));
  const document: LibraryDocument = { ...heading, families, characters, taxa, pairs, animals };
  const compiled = compileLibrary(document);
  for (const { taxon, field, message } of compiled.problems)
    problems.push(`${fileOf.get(taxon) ?? 'pairs.yaml'} (${taxon}): ${field}: ${message}`);
  return problems.length > 0 ? { problems } : { library: compiled.library, document };
}
