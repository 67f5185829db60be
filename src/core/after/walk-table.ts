import { DateTime } from 'luxon';
import { type FieldDay, type Pack, effectiveAt, stopName } from '../field';
import { type Library, nameIn } from '../knowledge';

/**
 * A walk as a table, without anybody's name or health, nor reasons in free words, which may hold both: what an owner, a
 * record centre or another school may have.
 */

export const walkColumns = [
  'time',
  'what',
  'stop',
  'plant',
  'scientific name',
  'part',
  'pieces',
  'patch',
  'words'
];

/** Acts that say something of a person alone. */
const personal = new Set([
  'attendance',
  'guest',
  'tasting',
  'incident',
  'health opened',
  'test',
  'evidence',
  'remark',
  'handed over',
  'taken over',
  'code given up'
]);

/** One row for each act that stands, in order, by its columns; times of the site, ISO 8601 with its offset. */
export function walkTable(pack: Pack, day: FieldDay, library: Library): Record<string, string>[] {
  const nameOf = nameIn(library);
  return day.events
    .filter(({ kind }) => !personal.has(kind))
    .map((one) => {
      const own = one as unknown as Readonly<Record<string, unknown>>;
      const text = (key: string) => {
        const value = own[key];
        return typeof value === 'string' || typeof value === 'number' ? `${value}` : '';
      };
      const taxon = text('taxon');
      const stop = text('stop');
      const zone = pack.walk.timeZone;
      return {
        time: DateTime.fromMillis(effectiveAt(one), { zone }).toISO({ suppressMilliseconds: true })!,
        what: one.kind,
        stop: stop && stopName(pack, stop),
        plant: taxon && nameOf(taxon),
        'scientific name': library.taxa.get(taxon)?.name ?? '',
        part: text('part'),
        pieces: text('pieces'),
        patch: pack.patches.find(({ id }) => id === own['patch'])?.name ?? '',
        words: ['state', 'stage', 'how', 'because'].map(text).filter(Boolean).join('; ')
      };
    });
}
