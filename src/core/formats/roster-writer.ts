import ICAL from 'ical.js';
import { writeCsv } from './csv';
import type { Dialect } from './dialect';
import type { RosterPerson } from './roster';

/** People taken out: as a table that `readRoster` reads back, and as contacts. */

/** A person with the names of their groups. */
type ListedPerson = RosterPerson & { readonly groups: string };

/** A table, in the order given. */
export const writeRoster = (people: readonly ListedPerson[], dialect?: Dialect): string =>
  writeCsv(
    ['name', 'e-mail', 'telephone', 'emergency contact', 'emergency telephone', 'under 18', 'groups'],
    people.map((one) => ({
      name: one.name,
      'e-mail': one.email,
      telephone: one.telephone,
      'emergency contact': one.emergencyName,
      'emergency telephone': one.emergencyTelephone,
      'under 18': one.isMinor ? 'yes' : 'no',
      groups: one.groups
    })),
    dialect
  );

/** vCards 4.0 (RFC 6350), for the contacts of a telephone. */
export const writeVCards = (people: readonly ListedPerson[]): string =>
  people
    .map((one) => {
      const text = (name: string, value: string, type?: string): [string, object, string, string][] =>
        value ? [[name, type ? { type } : {}, 'text', value]] : [];
      const emergency = [one.emergencyName, one.emergencyTelephone].filter(Boolean).join(', ');
      return `${ICAL.stringify([
        'vcard',
        [
          ...text('version', '4.0'),
          ...text('fn', one.name),
          ...text('email', one.email),
          ...text('tel', one.telephone, 'cell'),
          ...text('related', emergency, 'emergency'),
          ...text('categories', one.groups)
        ],
        []
      ])}\r\n`;
    })
    .join('');
