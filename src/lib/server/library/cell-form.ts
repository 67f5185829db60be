import { type CellValue, type Library, type Window, dayInWords, itemPath } from '$core/knowledge';

/** What a form for one cell of a taxon holds: where it belongs, and its value. */
export interface CellForm {
  readonly path: string;
  /** Undefined where the cell was emptied. */
  readonly value: CellValue;
}

const monthNames = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Day of the year of "5 Mar" or "5 March". */
function dayFrom(text: string): number | undefined {
  const [, day, month] = /^(\d{1,2})\s+([a-z]{3})[a-z]*\.?$/i.exec(text.trim()) ?? [];
  const at = monthNames.indexOf(month?.toLowerCase() ?? '');
  if (!day || at < 0) return undefined;
  const date = new Date(Date.UTC(2027, at, Number(day)));
  return date.getUTCMonth() === at
    ? Math.round((date.getTime() - Date.UTC(2026, 11, 31)) / 86_400_000)
    : undefined;
}

/** Windows as they are typed, one a line: "4 Feb, 6 Mar, 5 May, 14 Jun". */
export function windowsFrom(text: string): { value: Window[] } | { problem: string } {
  const windows: Window[] = [];
  for (const line of text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const days = line.split(',').map(dayFrom);
    if (days.length !== 4 || days.includes(undefined))
      return {
        problem: `“${line}” should read like “4 Feb, 6 Mar, 5 May, 14 Jun”: first day, full from, full until, last day`
      };
    windows.push(days as Window);
  }
  return windows.length > 0 ? { value: windows } : { problem: 'Write one line for each time of the year.' };
}

export const windowsText = (windows: readonly Window[]): string =>
  windows.map((days) => days.map(dayInWords).join(', ')).join('\n');

const splitList = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

/** Reads the form of a cell. @returns what is wrong with it where it cannot be read */
export function cellFrom(library: Library, data: FormData): CellForm | { problem: string } {
  const text = (name: string) => String(data.get(name) ?? '').trim();
  const optional = (name: string) => (text(name) ? { [name]: text(name) } : {});
  const path = text('path');
  const list = text('list');
  if (list) {
    if (!['uses', 'hazards', 'names', 'legal'].includes(list))
      return { problem: 'A taxon has no such list.' };
    const item =
      list === 'uses'
        ? {
            kind: text('kind'),
            part: text('part'),
            stages: data.getAll('stages').map(String),
            preparation: text('preparation'),
            conditions: text('conditions')
          }
        : list === 'hazards'
          ? {
              route: text('route'),
              severity: Number(text('severity')),
              principle: text('principle'),
              effect: text('effect'),
              onset: text('onset'),
              parts: text('parts'),
              ...(data.has('fromTheGround') ? { fromTheGround: true as const } : {})
            }
          : list === 'names'
            ? {
                name: text('name'),
                language: text('language'),
                region: text('region'),
                ...optional('warning')
              }
            : { region: text('region'), status: text('status') };
    return { path: itemPath(list as 'uses', item as never), value: item };
  }
  const [head, , slug] = path.split('/');
  if (head === 'stages' && slug === 'windows') {
    const read = windowsFrom(text('text'));
    return 'problem' in read ? read : { path, value: read.value };
  }
  if (head === 'stages') {
    const character = library.character.get(slug!);
    if (!character) return { problem: 'The glossary has no such character.' };
    if (character.kind === 'range') {
      const ends = ['min', 'low', 'high', 'max'].map((end) => text(end));
      if (ends.every((end) => end === '')) return { path, value: undefined };
      const [min, low, high, max] = ends.map((end) => (end === '' ? NaN : Number(end)));
      if ([min, low, high, max].some(Number.isNaN))
        return {
          problem: 'Enter all four: smallest, usual from, usual to, greatest. Or none, if it is not known.'
        };
      return { path, value: { min, low, high, max } };
    }
    const words = character.states.flatMap((state) => {
      const word = text(`state:${state.slug}`);
      return word ? [[state.slug, word] as const] : [];
    });
    return { path, value: words.length > 0 ? Object.fromEntries(words) : undefined };
  }
  if (path === 'harvest')
    return text('rule')
      ? { path, value: { rule: text('rule'), tool: text('tool'), basis: text('basis') } }
      : { path, value: undefined };
  if (path === 'allowance') {
    const number = (name: string) => (text(name) ? { [name]: Number(text(name)) } : {});
    return text('part')
      ? {
          path,
          value: {
            part: text('part'),
            unit: text('unit'),
            fraction: text('fraction') === 'to need' ? 'to need' : Number(text('fraction') || NaN),
            pieces: Number(text('pieces') || NaN),
            ...optional('exempt'),
            ...number('leastSquareMetres'),
            ...number('restYears'),
            ...optional('spacing'),
            basis: text('basis')
          }
        }
      : { path, value: undefined };
  }
  if (path === 'habitats' || path === 'loads') return { path, value: data.getAll(path).map(String) };
  if (path === 'synonyms') return { path, value: splitList(text('text')) };
  return { path, value: text('text') || undefined };
}
