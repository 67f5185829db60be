import { describe, expect, it } from 'vitest';
import { readConstituents, readTideTable, writeConstituents } from './tide-table';

describe('constituents as text', () => {
  it('are read with or without a heading, by comma, semicolon or tab, and written back', () => {
    const { constituents } = readConstituents(
      'name, amplitude, phase\nM2, 1.24, 163\nS2;0.46;198\n\nK1\t0.09\t45'
    ) as {
      constituents: Parameters<typeof writeConstituents>[0];
    };
    expect(constituents).toHaveLength(3);
    expect(readConstituents(writeConstituents(constituents))).toEqual({ constituents });
  });

  it.each([
    ['M2, 1.24, 163\nQ9, 0.1, 20', /Line 2.*“Q9” is no constituent/],
    ['M1, 0.02, 20', /more than one meaning/],
    ['M2, 1.24, 163\nM2, 1.1, 160', /Line 2.*twice/],
    ['M2, -1, 163', /amplitude/],
    ['M2, 1.24, 1630', /phase/],
    ['M2, 1.24', /phase/],
    ['', /no line/]
  ])('%s are refused, and the line is named', (text, says) => {
    expect(readConstituents(text)).toEqual({ problem: expect.stringMatching(says) });
  });
});

const day = '2027-04-24 06:12, 0.9\n2027-04-24 12:20, 3.8\n2027-04-24 18:31, 1.0\n2027-04-25 00:44, 3.9';
describe('a table of tides', () => {
  it('is read in any order, in local time where no zone is named, and high from low by height', () => {
    const { table } = readTideTable(
      `time,height\n${day.split('\n').reverse().join('\n')}`,
      'Europe/Dublin'
    ) as {
      table: { at: Date; kind: string }[];
    };
    expect(table.map(({ kind }) => kind)).toEqual(['low', 'high', 'low', 'high']);
    expect(table[0]!.at.toISOString()).toBe('2027-04-24T05:12:00.000Z');
    const utc = readTideTable(day.replaceAll(/(\d\d:\d\d)/g, '$1Z'), 'Europe/Dublin') as {
      table: { at: Date }[];
    };
    expect(utc.table[0]!.at.toISOString()).toBe('2027-04-24T06:12:00.000Z');
  });

  it.each([
    [day.replace('12:20', '25:20'), /Line 2.*is no time/],
    [day.replace('3.8', 'high'), /Line 2.*metres/],
    [`${day}\n2027-04-24 15:00, 3.0`, /do not alternate/],
    [`${day}\n2027-04-25 00:44, 3.9`, /two heights|do not alternate/],
    ['2027-04-24 06:12, 0.9', /at least 4/]
  ])('that is wrong is refused with its line', (text, says) => {
    expect(readTideTable(text, 'Europe/Dublin')).toEqual({ problem: expect.stringMatching(says) });
  });
});
