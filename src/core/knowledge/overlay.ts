import { z } from 'zod';
import { contentHash } from './hash';
import {
  AllowanceRule,
  Cell,
  type Hazard,
  type LibraryDocument,
  Stage,
  type StageEntry,
  Taxon,
  type Use,
  Window,
  stageNames
} from './schema';

/**
 * A school's corrections of a library. Each stands over one cell of one taxon, named by a path:
 *
 *     taxon                      a whole taxon of the school's own
 *     stages/leaf/windows        when a stage is up; removing it removes the stage
 *     stages/leaf/leaf-outline   one character at one stage; removed it is not known
 *     uses/food:leaf             one use, by kind and part
 *     hazards/eaten:whole plant  one hazard, by route and parts
 *     names/en:Hemlock           one name, by language
 *     legal/Ireland              one legal status, by region
 *     harvest, allowance, note, microhabitat, habitats, loads, synonyms, lifeForm, family, basis
 */
export interface Edit {
  readonly taxon: string;
  readonly path: string;
  readonly kind: 'set' | 'remove' | 'withdraw';
  readonly value: unknown;
  /** Hash of the release's value when the edit was made; undefined where it had none. */
  readonly baseHash: string | undefined;
}

/** A cell's value, or undefined where there is none. */
export type CellValue = unknown;

type ListItem = Use | Hazard | Taxon['names'][number] | Taxon['legal'][number];

/** How the items of each list are told apart. */
const itemKeys = {
  uses: (item: Use) => `${item.kind}:${item.part}`,
  hazards: (item: Hazard) => `${item.route}:${item.parts}${item.fromTheGround ? ':ground' : ''}`,
  names: (item: Taxon['names'][number]) => `${item.language}:${item.name}`,
  legal: (item: Taxon['legal'][number]) => item.region
} as const;
type ListName = keyof typeof itemKeys;
const isList = (name: string): name is ListName => name in itemKeys;
const keyOf = (list: ListName, item: ListItem): string =>
  (itemKeys[list] as (item: ListItem) => string)(item);

/** The keys of the items of each list of a taxon. */
export const listKeys = (taxon: Pick<Taxon, ListName>): Record<ListName, string[]> => ({
  uses: taxon.uses.map(itemKeys.uses),
  hazards: taxon.hazards.map(itemKeys.hazards),
  names: taxon.names.map(itemKeys.names),
  legal: taxon.legal.map(itemKeys.legal)
});

const plainFields = [
  'harvest',
  'allowance',
  'note',
  'microhabitat',
  'habitats',
  'loads',
  'synonyms',
  'lifeForm',
  'family',
  'basis'
] as const;
type PlainField = (typeof plainFields)[number];
const isPlain = (name: string): name is PlainField => (plainFields as readonly string[]).includes(name);

/** Every cell of a taxon that can be corrected, by its path. */
export function cellsOf(taxon: Taxon): Map<string, CellValue> {
  const cells = new Map<string, CellValue>();
  for (const field of plainFields) if (taxon[field] !== undefined) cells.set(field, taxon[field]);
  for (const list of Object.keys(itemKeys) as ListName[])
    for (const item of taxon[list]) cells.set(`${list}/${keyOf(list, item)}`, item);
  for (const [stage, entry] of Object.entries(taxon.stages)) {
    cells.set(`stages/${stage}/windows`, entry.windows);
    for (const [slug, cell] of Object.entries(entry.description)) cells.set(`stages/${stage}/${slug}`, cell);
  }
  return cells;
}

/** The value at a path of a taxon; for a path of a taxon that is not there, undefined. */
export const cellAt = (taxon: Taxon | undefined, path: string): CellValue =>
  taxon && (path === 'taxon' ? taxon : cellsOf(taxon).get(path));

export const cellHash = (value: CellValue): string | undefined =>
  value === undefined ? undefined : contentHash(value);

const shapes: Readonly<Record<ListName | PlainField, z.ZodType>> = {
  uses: Taxon.shape.uses.unwrap().element,
  hazards: Taxon.shape.hazards.unwrap().element,
  names: Taxon.shape.names.element,
  legal: Taxon.shape.legal.unwrap().element,
  harvest: Taxon.shape.harvest.unwrap(),
  allowance: AllowanceRule,
  note: z.string().trim().min(1),
  microhabitat: z.string().trim().min(1),
  habitats: Taxon.shape.habitats,
  loads: Taxon.shape.loads.unwrap(),
  synonyms: Taxon.shape.synonyms.unwrap(),
  lifeForm: z.string().trim().min(1),
  family: z.string().trim().min(1),
  basis: z.string().trim().min(1)
};

/**
 * Checks that a value may stand at a path.
 * @returns the parsed value, or what is wrong with it
 */
export function parseCell(path: string, value: unknown): { value: CellValue } | { problem: string } {
  const shape = shapeOf(path);
  if (!shape) return { problem: `“${path}” is no cell of a taxon` };
  const parsed = shape.safeParse(value);
  if (!parsed.success)
    return {
      problem: parsed.error.issues.map((issue) => [...issue.path, issue.message].join(' ')).join('; ')
    };
  const [list, ...rest] = path.split('/');
  if (isList(list!) && keyOf(list, parsed.data as ListItem) !== rest.join('/'))
    return { problem: `belongs at ${list}/${keyOf(list, parsed.data as ListItem)}` };
  return { value: parsed.data };
}

function shapeOf(path: string): z.ZodType | undefined {
  if (path === 'taxon') return Taxon;
  if (isPlain(path)) return shapes[path];
  const [head, second, third] = path.split('/');
  if (head === 'stages' && Stage.safeParse(second).success && third)
    return third === 'windows' ? z.array(Window).min(1) : Cell;
  return isList(head!) && second ? shapes[head] : undefined;
}

/** The path of an item that is added to a list. */
export const itemPath = (list: ListName, item: ListItem): string => `${list}/${keyOf(list, item)}`;

/** A taxon with one cell set, or without it. A cell of a stage that is not there is left out. */
export function withCell(taxon: Taxon, path: string, value: CellValue): Taxon {
  if (isPlain(path)) {
    const { [path]: _, ...rest } = taxon;
    return (value === undefined ? rest : { ...rest, [path]: value }) as Taxon;
  }
  const [head, ...tail] = path.split('/');
  if (isList(head!)) {
    const key = tail.join('/');
    const items = taxon[head] as readonly ListItem[];
    const at = items.findIndex((item) => keyOf(head, item) === key);
    const others = items.filter((_, i) => i !== at);
    if (value === undefined) return { ...taxon, [head]: others };
    return { ...taxon, [head]: at < 0 ? [...items, value] : items.with(at, value as ListItem) };
  }
  const [stage, slug] = tail as [Stage, string];
  const entry = taxon.stages[stage];
  const stages = { ...taxon.stages };
  if (slug === 'windows') {
    if (value === undefined) delete stages[stage];
    else stages[stage] = { description: {}, ...entry, windows: value as StageEntry['windows'] };
  } else if (entry) {
    const description = { ...entry.description };
    if (value === undefined) delete description[slug];
    else description[slug] = value as Cell;
    stages[stage] = { ...entry, description };
  }
  const inOrder = stageNames.flatMap((name) => (stages[name] ? [[name, stages[name]] as const] : []));
  return { ...taxon, stages: Object.fromEntries(inOrder) as Taxon['stages'] };
}

/** An edit whose base has changed since: both values, and the stricter one that holds until someone decides. */
export interface InReview {
  readonly edit: Edit;
  readonly base: CellValue;
  readonly held: CellValue;
}

const joined = (a: string, b: string) => (a === b ? a : `${a} ${b}`);

/**
 * Of the school's value and a base that has changed, the stricter. A description that is in dispute is not
 * known, so that it separates nothing; a use keeps what both allow; a hazard the higher severity; times of the
 * year both. Elsewhere the school's value stands.
 */
export function stricter(path: string, own: CellValue, base: CellValue): CellValue {
  if (base === undefined) return own;
  const [head, , slug] = path.split('/');
  if (head === 'stages') {
    if (slug !== 'windows') return undefined;
    return own === undefined ? base : [...(own as Window[]), ...(base as Window[])];
  }
  if (head === 'uses') {
    if (own === undefined) return undefined;
    const [a, b] = [own as Use, base as Use];
    const stages = a.stages.filter((stage) => b.stages.includes(stage));
    return stages.length === 0 ? undefined : { ...a, stages, conditions: joined(a.conditions, b.conditions) };
  }
  if (head === 'hazards')
    return own === undefined || (base as Hazard).severity > (own as Hazard).severity ? base : own;
  if (head === 'harvest' && own !== undefined) {
    const [a, b] = [own as NonNullable<Taxon['harvest']>, base as NonNullable<Taxon['harvest']>];
    return { ...a, rule: joined(a.rule, b.rule) };
  }
  if (head === 'allowance') {
    const share = (one: CellValue) => {
      const rule = one as AllowanceRule | undefined;
      return rule ? (rule.fraction === 'to need' ? Infinity : rule.fraction * rule.pieces) : 0;
    };
    if (own === undefined) return undefined;
    const [a, b] = [own as AllowanceRule, base as AllowanceRule];
    const exempt = a.exempt && b.exempt ? joined(a.exempt, b.exempt) : (a.exempt ?? b.exempt);
    const greater = (of: 'leastSquareMetres' | 'restYears') =>
      a[of] === undefined && b[of] === undefined ? {} : { [of]: Math.max(a[of] ?? 0, b[of] ?? 0) };
    return {
      ...(share(a) <= share(b) ? a : b),
      ...(exempt ? { exempt } : {}),
      ...greater('leastSquareMetres'),
      ...greater('restYears')
    };
  }
  return own;
}

/**
 * The library as a school has corrected it.
 * @param edits the latest of each cell; those that were withdrawn count for nothing
 * @returns the corrected document, and the edits whose base has changed since they were made
 */
export function applyEdits(
  base: LibraryDocument,
  edits: readonly Edit[]
): { document: LibraryDocument; review: InReview[] } {
  const review: InReview[] = [];
  const taxa = new Map(base.taxa.map((taxon) => [taxon.slug, taxon]));
  const live = edits.filter(({ kind }) => kind !== 'withdraw');
  // Whole taxa first, then the windows that make a stage, so that cells find where they belong.
  const rank = ({ path }: Edit) => (path === 'taxon' ? 0 : path.endsWith('/windows') ? 1 : 2);
  for (const edit of [...live].sort((a, b) => rank(a) - rank(b))) {
    const released = base.taxa.find(({ slug }) => slug === edit.taxon);
    const own = edit.kind === 'set' ? edit.value : undefined;
    if (edit.path === 'taxon') {
      // The release may have come to hold the taxon since: then its entry counts, and the school decides.
      if (released) review.push({ edit, base: released, held: released });
      else if (own === undefined) taxa.delete(edit.taxon);
      else taxa.set(edit.taxon, own as Taxon);
      continue;
    }
    const taxon = taxa.get(edit.taxon);
    const under = cellAt(released, edit.path);
    if (!taxon) {
      review.push({ edit, base: undefined, held: undefined });
      continue;
    }
    if (
      released &&
      cellHash(under) !== edit.baseHash &&
      contentHash(under ?? null) !== contentHash(own ?? null)
    ) {
      const held = stricter(edit.path, own, under);
      review.push({ edit, base: under, held });
      taxa.set(edit.taxon, withCell(taxon, edit.path, held));
    } else taxa.set(edit.taxon, withCell(taxon, edit.path, own));
  }
  const inOrder = [...taxa.values()].sort((a, b) => (a.slug < b.slug ? -1 : 1));
  return { document: { ...base, taxa: inOrder }, review };
}
