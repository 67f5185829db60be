import { z } from 'zod';
import { cutLines } from './csv';

/** A list of people: pasted from anywhere, or a table with a heading. */

export interface RosterPerson {
  readonly name: string;
  readonly email: string;
  readonly telephone: string;
  readonly emergencyName: string;
  readonly emergencyTelephone: string;
  readonly isMinor: boolean;
}

export interface RosterRow extends RosterPerson {
  /** Of the list, from 1 on. */
  readonly line: number;
  /** What must be mended before this person can be added, in sentences. */
  readonly problems: readonly string[];
}

type Column = keyof RosterPerson | 'familyName';

/** What columns are called in tables of people, in small letters and without signs. */
const headings: Readonly<Record<Column, readonly string[]>> = {
  name: ['name', 'full name', 'first name', 'given name', 'forename', 'participant', 'learner'],
  familyName: ['surname', 'last name', 'family name'],
  email: ['e mail', 'email', 'mail', 'e mail address', 'email address'],
  telephone: ['telephone', 'phone', 'mobile', 'tel', 'cell', 'telephone number', 'phone number'],
  emergencyName: ['emergency contact', 'emergency name', 'emergency', 'next of kin', 'contact person'],
  emergencyTelephone: [
    'emergency telephone',
    'emergency phone',
    'emergency number',
    'emergency mobile',
    'emergency contact telephone',
    'emergency contact phone',
    'emergency contact number'
  ],
  isMinor: ['under 18', 'minor', 'child', 'age']
};

const inPlainWords = (heading: string): string =>
  heading
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, ' ')
    .trim();

const columnOf = (heading: string): Column | undefined =>
  (Object.keys(headings) as Column[]).find((column) => headings[column].includes(inPlainWords(heading)));

/** A telephone number as people write it: at least five figures. */
export const isTelephone = (text: string): boolean =>
  /^\+?[0-9 ()/.-]{5,30}$/.test(text) && text.replaceAll(/\D/g, '').length >= 5;

const yes = /^(yes|y|x|true|1|under 18|minor|child|u18)$/i;
const no = /^(no|n|false|0|-|adult|)$/i;

/** @returns undefined where it says neither */
function minorIn(cell: string): boolean | undefined {
  if (yes.test(cell)) return true;
  if (no.test(cell)) return false;
  const age = /^\d{1,3}$/.test(cell) ? Number(cell) : undefined;
  return age === undefined ? undefined : age < 18;
}

const isEmail = (text: string) => z.email().safeParse(text).success;

const blank: Record<Column, string> = {
  name: '',
  familyName: '',
  email: '',
  telephone: '',
  emergencyName: '',
  emergencyTelephone: '',
  isMinor: ''
};

/** Cells of a line without a heading, each by what it looks like; the first is the name. */
function bySight([first = '', ...cells]: readonly string[]): Record<Column, string> {
  const found = { ...blank, name: first };
  // Name <address>, as mail programs write it.
  const [, name, address] = /^(.*?)\s*<([^<>]+)>$/.exec(first) ?? [];
  if (address) Object.assign(found, { name: name || address, email: address });
  const words: string[] = [];
  for (const cell of cells) {
    if (cell === '') continue;
    if (cell.includes('@') && !found.email) found.email = cell;
    else if (isTelephone(cell) && !found.telephone && words.length === 0) found.telephone = cell;
    else if (isTelephone(cell)) found.emergencyTelephone = cell;
    else if (yes.test(cell) || /^\d{1,2}$/.test(cell)) found.isMinor = cell;
    else words.push(cell);
  }
  const [word, ...more] = words;
  // 'Alder, Tess' is one name: a single word, and another right behind it that nobody's number follows.
  const isFamilyName = word === cells[0] && !found.name.includes(' ') && !found.emergencyTelephone;
  if (word !== undefined && isFamilyName && more.length === 0) found.name = `${word} ${found.name}`;
  else if (word !== undefined) found.emergencyName = words.join(' ');
  return found;
}

/** Cells of a line by the columns of its heading; columns that are not known are passed over. */
function byHeading(columns: readonly (Column | undefined)[], cells: readonly string[]) {
  const found = { ...blank };
  columns.forEach((column, i) => {
    if (column && !found[column]) found[column] = cells[i] ?? '';
  });
  return found;
}

function rowOf(line: number, { familyName, isMinor, ...own }: Record<Column, string>): RosterRow {
  const name = [own.name, familyName].filter(Boolean).join(' ').replaceAll(/\s+/g, ' ');
  const minor = minorIn(isMinor);
  const problems = [
    name === '' && 'There is no name.',
    name.length > 120 && 'A name has at most 120 letters.',
    own.email && !isEmail(own.email) && `“${own.email}” is no e-mail address.`,
    own.telephone && !isTelephone(own.telephone) && `“${own.telephone}” is no telephone number.`,
    own.emergencyTelephone &&
      !isTelephone(own.emergencyTelephone) &&
      `“${own.emergencyTelephone}” is no telephone number.`,
    own.emergencyName.length > 120 && 'The name of an emergency contact has at most 120 letters.',
    minor === undefined && `“${isMinor}” does not say whether somebody is under 18: write yes, no or an age.`
  ].filter((problem) => typeof problem === 'string' && problem !== '') as string[];
  return { ...own, name, isMinor: minor ?? true, line, problems };
}

/** A list of this many people at most is read at once. */
export const longestRoster = 500;

/**
 * Reads a list of people, one a line: with a heading by its columns, whatever their order; without one the name first,
 * then what is known, each told by what it looks like.
 * @returns what is wrong with the list as a whole, or its people, with what is wrong with each
 */
export function readRoster(text: string): readonly RosterRow[] | { readonly problem: string } {
  const lines = cutLines(text);
  if ('problem' in lines) return { problem: `This list ${lines.problem}.` };
  const [first, ...rest] = lines
    .map(({ line, cells }) => ({ line, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some(Boolean));
  if (!first) return { problem: 'This list is empty.' };
  if (lines.length > longestRoster + 1)
    return { problem: `This list has more than ${longestRoster} lines: bring it in in parts.` };
  const columns = first.cells.map(columnOf);
  if (!columns.includes('name') && !columns.includes('familyName'))
    return [first, ...rest].map(({ line, cells }) => rowOf(line, bySight(cells)));
  return rest.map(({ line, cells }) => rowOf(line, byHeading(columns, cells)));
}
