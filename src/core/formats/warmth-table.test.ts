import { describe, expect, it } from 'vitest';
import { readWarmth } from './warmth-table';

describe('a table of temperatures', () => {
  it('is read in any order of lines and columns; other columns are passed over', () => {
    expect(readWarmth('max,rain,date,min\r\n12.5,0,2027-03-02,-1\r\n10,4,2027-03-01,3\r\n')).toEqual({
      days: [
        { on: '2027-03-01', min: 3, max: 10 },
        { on: '2027-03-02', min: -1, max: 12.5 }
      ]
    });
  });

  it.each([
    ['date,min\n2027-03-01,2', /lacks the columns max/],
    ['date,min,max', /no days/],
    ['date,min,max\n2027-02-30,2,9', /Line 2.*no date/],
    ['date,min,max\n2027-03-01,2,9\n2027-03-02,,9', /Line 3.*two temperatures/],
    ['date,min,max\n2027-03-01,2,900', /Line 2.*two temperatures/],
    ['date,min,max\n2027-03-01,9,2', /highest temperature is below/],
    ['date,min,max\n2027-03-01,2,9\n2027-03-01,2,9', /twice/],
    ['', /is empty/]
  ])('that is wrong is refused with its line: %j', (text, says) => {
    expect(readWarmth(text)).toEqual({ problem: expect.stringMatching(says) });
  });
});
