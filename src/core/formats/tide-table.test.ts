import { describe, expect, it } from 'vitest';
import { readConstituents, readTideTable, writeConstituents } from './tide-table';

describe('constituents as text', () => {
  const three = [
    { name: 'M2', amplitudeMetres: 1.45, phaseDegrees: 200 },
    { name: 'S2', amplitudeMetres: 0.46, phaseDegrees: 198.5 },
    { name: 'K1', amplitudeMetres: 0.09, phaseDegrees: 45 }
  ];

  it.each([
    ['commas', 'M2, 1.45, 200\nS2, 0.46, 198.5\n\nK1,0.09,45'],
    ['commas, under a heading', 'name, amplitude, phase\nM2, 1.45, 200\nS2, 0.46, 198.5\nK1, 0.09, 45'],
    ['semicolons', 'M2;1.45;200\nS2;0.46;198.5\nK1;0.09;45'],
    ['semicolons, with decimal commas', 'M2; 1,45; 200\nS2; 0,46; 198,5\nK1; 0,09; 45'],
    ['tabs', 'M2\t1.45\t200\r\nS2\t0.46\t198.5\r\nK1\t0.09\t45'],
    ['tabs, with decimal commas', 'M2\t1,45\t200\nS2\t0,46\t198,5\nK1\t0,09\t45']
  ])('are read with %s between them, and written back', (_, text) => {
    expect(readConstituents(text)).toEqual({ constituents: three });
    expect(readConstituents(writeConstituents(three))).toEqual({ constituents: three });
  });

  it.each([
    ['M2, 1.24, 163\nQ9, 0.1, 20', /Line 2.*“Q9” is no constituent/],
    ['M1, 0.02, 20', /more than one meaning/],
    ['M2, 1.24, 163\nM2, 1.1, 160', /Line 2.*twice/],
    ['M2, -1, 163', /amplitude/],
    ['M2, 1.24, 1630', /phase/],
    ['M2, 1.24', /phase/],
    // Never half a number.
    ['M2, 1,45, 200', /Line 1.*4 values where 3 belong.*decimal commas/],
    ['M2; 1,45; 200\nS2; 0.46; 198', /with a comma \(1,45\) and with a point \(0\.46\)/],
    ['M2, 1e0, 163', /amplitude/],
    ['M2, one, 163\nS2, 0.46, 198', /Line 1.*amplitude/],
    ['M2; 1.24; 163\nS2, 0.46, 198', /Line 2/],
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

  it('with decimal commas keeps its heights whole: 0,9 m is neither nothing nor nine', () => {
    const table = '2027-04-24 06:12;3,9\n2027-04-24 12:20;0,9\n2027-04-24 18:31;3,7\n2027-04-25 00:44;1,9';
    const read = readTideTable(table, 'Europe/Dublin') as { table: { metres: number }[] };
    expect(read.table.map(({ metres }) => metres)).toEqual([3.9, 0.9, 3.7, 1.9]);
  });

  it.each([
    [day.replace(', 3.8', ', 3,8'), /Line 2.*3 values where 2 belong/],
    [day.replaceAll(', ', ';').replace('3.8', '3,8'), /comma \(3,8\) and with a point/],
    [day.replace('2027-04-24 06:12', '24.4.2027 6:12'), /Line 1.*is no time/],
    [day.replace('12:20', '25:20'), /Line 2.*is no time/],
    [day.replace('3.8', 'high'), /Line 2.*metres/],
    [`${day}\n2027-04-24 15:00, 3.0`, /do not alternate/],
    [`${day}\n2027-04-25 00:44, 3.9`, /two heights|do not alternate/],
    ['2027-04-24 06:12, 0.9', /at least 4/]
  ])('that is wrong is refused with its line', (text, says) => {
    expect(readTideTable(text, 'Europe/Dublin')).toEqual({ problem: expect.stringMatching(says) });
  });
});
