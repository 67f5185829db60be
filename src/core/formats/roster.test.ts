import ICAL from 'ical.js';
import papaparse from 'papaparse';
import { describe, expect, it } from 'vitest';
import { isTelephone, longestRoster, readRoster, writeRoster, writeVCards } from './index';

const read = (text: string) => {
  const rows = readRoster(text);
  if ('problem' in rows) throw new Error(rows.problem);
  return rows;
};
const problem = (text: string) => {
  const rows = readRoster(text);
  return 'problem' in rows ? rows.problem : undefined;
};
const blank = {
  email: '',
  telephone: '',
  emergencyName: '',
  emergencyTelephone: '',
  isMinor: false,
  problems: []
};

describe('a list of people without a heading', () => {
  it('is a name a line', () => {
    expect(read('Tess Alder\n\n  Rafe Tollund \r\nOna Vik')).toEqual([
      { ...blank, line: 1, name: 'Tess Alder' },
      { ...blank, line: 3, name: 'Rafe Tollund' },
      { ...blank, line: 4, name: 'Ona Vik' }
    ]);
  });

  it.each([
    ['an address', 'Tess Alder, tess@example.org', { email: 'tess@example.org' }],
    ['an address as mail programs write it', 'Tess Alder <tess@example.org>', { email: 'tess@example.org' }],
    ['a telephone number', 'Tess Alder; +353 87 000 0000', { telephone: '+353 87 000 0000' }],
    [
      'somebody to call',
      'Tess Alder\t087 000 0000\tJo Alder\t(01) 000-0001',
      { telephone: '087 000 0000', emergencyName: 'Jo Alder', emergencyTelephone: '(01) 000-0001' }
    ],
    ['an age', 'Tess Alder,12', { isMinor: true }],
    ['an age from 18 on', 'Tess Alder,44', {}],
    ['that somebody is under 18', 'Tess Alder,under 18', { isMinor: true }],
    ['the family name first', 'Alder, Tess', {}],
    [
      'who is told, without a number',
      'Tess Alder; 087 000 0000; Jo Alder',
      { telephone: '087 000 0000', emergencyName: 'Jo Alder' }
    ],
    ['who is told, by the name alone', 'Tess Alder, Jo Alder', { emergencyName: 'Jo Alder' }]
  ])('tells %s by what it looks like', (_, line, found) => {
    expect(read(line)).toEqual([{ ...blank, line: 1, name: 'Tess Alder', ...found }]);
  });
});

describe('a table of people', () => {
  it('is read by its heading, in any order and writing, with semicolons and a mark at its head', () => {
    const text =
      '\uFEFFSurname;First name;E-mail;Shoe size;Under 18;Emergency contact;Emergency phone\r\n' +
      'Alder;Tess;tess@example.org;39;yes;Jo Alder;01 000 0000\r\nVik;Ona;;41;;;\r\n';
    expect(read(text)).toEqual([
      {
        line: 2,
        name: 'Tess Alder',
        email: 'tess@example.org',
        telephone: '',
        emergencyName: 'Jo Alder',
        emergencyTelephone: '01 000 0000',
        isMinor: true,
        problems: []
      },
      { ...blank, line: 3, name: 'Ona Vik' }
    ]);
  });

  it('says of each line what must be mended, and reads the others', () => {
    const rows = read('name,e-mail,phone,under 18\n,a@example.org,,\nTess,no address,12,perhaps\nOna,,,no\n');
    expect(rows.map(({ problems }) => problems)).toEqual([
      ['There is no name.'],
      [
        '“no address” is no e-mail address.',
        '“12” is no telephone number.',
        '“perhaps” does not say whether somebody is under 18: write yes, no or an age.'
      ],
      []
    ]);
    // Who may be under 18 counts as such.
    expect(rows[1]!.isMinor).toBe(true);
  });

  it('is refused with words where nothing can be read of it', () => {
    expect(problem(' \n')).toBe('This list is empty.');
    expect(problem('name\n"Tess')).toContain('is not CSV');
    expect(problem('Tess\n'.repeat(longestRoster + 2))).toContain('bring it in in parts');
    expect(read(`${'T'.repeat(121)}\n`)[0]!.problems).toEqual(['A name has at most 120 letters.']);
    expect(read('name,phone\n')).toEqual([]);
  });
});

describe('people taken out', () => {
  const people = [
    {
      name: '=Tess “T” Alder',
      email: 'tess@example.org',
      telephone: '+353 87 000 0000',
      emergencyName: 'Jo; Alder, aunt',
      emergencyTelephone: '01 000 0000',
      isMinor: true,
      groups: 'Spring beginners'
    },
    { ...blank, name: 'Ona Vík', groups: '' }
  ];

  it('come in again as a table, with letters that spreadsheets would compute', () => {
    const back = read(writeRoster(people));
    expect(back.map(({ line: _, problems: __, ...one }) => one)).toEqual(
      people.map(({ groups: _, ...one }) => {
        const { problems: __, ...own } = { problems: [], ...one };
        return own;
      })
    );
  });

  it('are a table for an independent reader (RFC 4180)', () => {
    const { data, errors } = papaparse.parse<Record<string, string>>(writeRoster(people).slice(1), {
      header: true,
      skipEmptyLines: true
    });
    expect(errors).toEqual([]);
    expect(data.map((row) => row['groups'])).toEqual(['Spring beginners', '']);
  });

  it('are vCards with all that was written (RFC 6350), and nothing empty', () => {
    const cards = ICAL.parse(writeVCards(people)) as unknown as [
      string,
      [string, object, string, string][]
    ][];
    const of = (i: number) => Object.fromEntries(cards[i]![1].map(([name, , , value]) => [name, value]));
    expect(of(0)).toEqual({
      version: '4.0',
      fn: '=Tess “T” Alder',
      email: 'tess@example.org',
      tel: '+353 87 000 0000',
      related: 'Jo; Alder, aunt, 01 000 0000',
      categories: 'Spring beginners'
    });
    expect(of(1)).toEqual({ version: '4.0', fn: 'Ona Vík' });
  });
});

it.each([
  ['112', false],
  ['01234', true],
  ['+353 (0)1 000-0000', true],
  ['five', false],
  ['+', false],
  ['1'.repeat(31), false]
])('%s as a telephone number of a person: %s', (text, is) => expect(isTelephone(text)).toBe(is));
