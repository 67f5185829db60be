import { severityWords } from './harm';
import { type Library, englishName } from './library';
import type { CellValue } from './overlay';
import type { AllowanceRule, Cell, Hazard, Taxon, Use, Window } from './schema';
import { cellInWords, weighCell } from './weights';

/** Day of the year (1–366) as "5 Mar", in a year that is no leap year. */
export const dayInWords = (day: number): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    new Date(Date.UTC(2027, 0, day))
  );

/** A window: "5 Mar to 5 May, from 4 Feb, until 14 Jun". */
const windowInWords = ([start, peakFrom, peakTo, end]: Window): string =>
  `${dayInWords(peakFrom)} to ${dayInWords(peakTo)}, first ${dayInWords(start)}, last ${dayInWords(end)}`;

/** Which cell of a taxon a path names, in words. */
export function pathInWords(library: Library, path: string): string {
  if (path === 'taxon') return 'the taxon as a whole';
  const [head, second, third] = path.split('/');
  const rest = path.slice(head!.length + 1);
  if (head === 'stages')
    return third === 'windows'
      ? `times of ${second}`
      : `${library.character.get(third!)?.name.toLowerCase() ?? third} in ${second}`;
  const words: Record<string, string> = {
    uses: 'use',
    hazards: 'harm',
    names: 'name',
    legal: 'law',
    lifeForm: 'life form'
  };
  return rest ? `${words[head!] ?? head} (${rest.replaceAll(':', ', ')})` : (words[head!] ?? head!);
}

/** An allowance rule: "a tenth …" in figures. */
export const allowanceInWords = ({
  part,
  unit,
  fraction,
  pieces,
  exempt,
  leastSquareMetres,
  restYears,
  spacing,
  basis
}: AllowanceRule): string =>
  [
    fraction === 'to need'
      ? `${part}: to need, ${pieces} from one of the ${unit}`
      : `${part}: ${pieces} from each of ${Math.round(fraction * 1000) / 10} % of the ${unit}`,
    exempt && `never ${exempt}`,
    leastSquareMetres && `no patch under ${leastSquareMetres} m²`,
    restYears && `then ${restYears === 1 ? 'a year' : `${restYears} years`} of rest`,
    spacing,
    basis
  ]
    .filter(Boolean)
    .join('; ');

/** A cell's value in words. */
export function valueInWords(library: Library, path: string, value: CellValue): string {
  if (value === undefined || value === null) return path.startsWith('stages/') ? 'not known' : 'none';
  if (typeof value === 'string') return value;
  if (path === 'taxon') return `${englishName(value as Taxon)}, ${(value as Taxon).name}`;
  const [head, , slug] = path.split('/');
  if (head === 'stages') {
    if (slug === 'windows') return (value as Window[]).map(windowInWords).join('; ');
    const character = library.character.get(slug!);
    const weights = character && weighCell(character, value as Cell);
    return weights && typeof weights !== 'string' ? cellInWords(character, weights) : JSON.stringify(value);
  }
  if (head === 'hazards') {
    const { severity, effect, principle, onset, parts } = value as Hazard;
    return `${severityWords[severity]}: ${effect}; ${principle}; ${onset}; ${parts}`;
  }
  if (head === 'uses') {
    const { stages, preparation, conditions } = value as Use;
    return `in ${stages.join(', ')}. ${preparation} ${conditions}`;
  }
  if (path === 'allowance') return allowanceInWords(value as AllowanceRule);
  if (Array.isArray(value)) return value.join(', ') || 'none';
  return Object.values(value as Record<string, unknown>).join('; ');
}
