import type { z } from 'zod';
import type { Character } from '../schema';

/** The characters that a cell of a stage may have, by slug. */
export interface Glossary {
  readonly character: ReadonlyMap<string, Character>;
}

/** A cell's value, or undefined where there is none. */
export type CellValue = unknown;

/** What a form sends of a cell. */
export interface Filled {
  /** Without blanks at its ends; empty where it was not sent. */
  text(name: string): string;
  all(name: string): string[];
  has(name: string): boolean;
}

export type Read = { readonly value: CellValue } | { readonly problem: string };

/** Fields of a table's row by their columns. */
type Columns = Readonly<Record<string, string>>;

/** A kind of cell of a taxon that a school may correct. */
export interface CellKind<Value> {
  /** It holds in one region: elsewhere another is to be said. */
  readonly isRegional?: true;
  readonly schema: z.ZodType<Value>;
  /** What it says. @param path for a cell of a stage, whose words are those of its character */
  words(value: Value, glossary: Glossary, path: string): string;
  /**
   * Of the school's value and a base that has changed since, the stricter.
   * @returns undefined where nothing is known any more, or nothing is allowed; without it the school's value stands
   */
  stricter?(own: Value | undefined, base: Value): Value | undefined;
  /** What a form says; the value is undefined where it was emptied. */
  read(filled: Filled, glossary: Glossary, path: string): Read;
}

/** A kind of which a taxon has several, each told by a key. */
export interface ListKind<Item> extends CellKind<Item> {
  /** What one of them is called. */
  readonly title: string;
  keyOf(item: Item): string;
  /** As a row of a table, and back. */
  toRow(item: Item): Columns;
  fromRow(row: Columns): unknown;
}

/** A kind that a taxon has once. */
export interface FieldKind<Value> extends CellKind<Value> {
  readonly title: string;
  /** As named facts in a table, and back; undefined where they say nothing of it. */
  toFacts(value: Value): Columns;
  fromFacts(facts: Columns): CellValue;
}

/** What divides the items of a list within a field of a table. */
const listMark = '|';
export const writeList = (items: readonly string[]): string => items.join(` ${listMark} `);
export const readList = (text: string, mark = listMark): string[] =>
  text
    .split(mark)
    .map((one) => one.trim())
    .filter(Boolean);

/** A field that may be empty. */
export const ifSet = (name: string, value: string): Record<string, string> =>
  value ? { [name]: value } : {};

/** A number in a table; NaN where there is none. */
export const numberIn = (text: string): number => (text.trim() === '' ? NaN : Number(text));

/** What two values allow or ask, said once where they say the same. */
export const joined = (a: string, b: string): string => (a === b ? a : `${a} ${b}`);

/** Figures beside each other, with decimal commas or points: "1.5 2 3", "2–3". */
export const figuresIn = (text: string): number[] =>
  text
    .trim()
    .split(/\s*[–;]\s*|\s+/)
    .map((figure) => numberIn(figure.replace(',', '.')));
