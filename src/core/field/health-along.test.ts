import { expect, it } from 'vitest';
import { lastDay } from './index';

it('health notes stay on a phone until the day after the walk, and no longer than any of them may be kept', () => {
  expect(lastDay('2027-04-24', [])).toBe('2027-04-25');
  expect(lastDay('2027-04-30', ['2027-05-30'])).toBe('2027-05-01');
  expect(lastDay('2027-12-31', ['2028-03-01', '2027-12-31'])).toBe('2027-12-31');
});
