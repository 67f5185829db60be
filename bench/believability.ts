import { believability, grounds, judged, nameOfRow } from '../tests/support/believability';
import { shippedLibrary } from '../tests/support/content';
import type { Figure } from './figure';

/** How far the library's warnings can be believed: over everything gathered, every fifth day, on four grounds. */
export function believabilityFigures(): Figure[] {
  const library = shippedLibrary();
  const [kinds, stops] = [judged('rows.txt'), judged('stops.txt')];
  return Object.entries(grounds).flatMap(([ground, habitats]): Figure[] => {
    const all = believability(library, habitats);
    const unscented = believability(library, habitats, { scentCounts: false });
    const percent = (part: number, whole: number) => (100 * part) / whole;
    const rows = all.rows.map(nameOfRow);
    const open = all.rows.filter((row) => row.open > 0).map(nameOfRow);
    const of = (kind: string) => rows.filter((row) => kinds.get(row) === kind).length;
    const wrong = open.filter((row) => stops.get(row) === 'false').length;
    return [
      {
        name: `plans that cannot be told, ${ground}`,
        unit: '%',
        goal: 12,
        value: percent(all.plans - all.told, all.plans),
        how: `${all.plans} dates of what is gathered`
      },
      {
        name: `the same where scent is ruled out, ${ground}`,
        unit: '%',
        goal: 20,
        value: percent(unscented.plans - unscented.told, unscented.plans),
        how: `scent belongs to the set on ${all.byScent} dates`
      },
      {
        name: `stops that an expert would not make, ${ground}`,
        unit: '%',
        goal: 10,
        value: percent(wrong, open.length),
        how: `${wrong} of ${open.length}`
      },
      {
        name: `far-fetched lookalikes, ${ground}`,
        unit: '%',
        goal: 10,
        value: percent(of('far-fetched'), rows.length),
        how: `of ${rows.length}: ${of('documented')} documented, ${of('plausible')} plausible`
      }
    ];
  });
}
