import { describe, expect, it } from 'vitest';
import { createRandom } from '../random';
import {
  AnsweringTimes,
  type PastAnswer,
  assumedSeconds,
  deriveGrade,
  difficultyAfter,
  replayMemory
} from './index';

const right = { outcome: 'right', partRight: true, confidence: 'sure', seconds: 8 } as const;

describe('derived grades', () => {
  it.each([
    [
      'again for a dangerous gather, however sure',
      { ...right, outcome: 'dangerous gather' as const },
      1,
      'again'
    ],
    ['again for a miss', { ...right, outcome: 'missed' as const }, 1, 'again'],
    ['hard for the wrong part', { ...right, partRight: false }, 1, 'hard'],
    ['hard for unsure', { ...right, confidence: 'unsure' as const }, 1, 'hard'],
    ['hard for over twice the median time', { ...right, seconds: 25 }, 1, 'hard'],
    ['hard for leaving alone what could be told', { ...right, outcome: 'left' as const }, 0, 'hard'],
    ['easy for the third quick and sure answer in a row', right, 3, 'easy'],
    ['easy, too, where no confidence is asked for', { ...right, confidence: undefined }, 3, 'easy'],
    ['good for the second', right, 2, 'good']
  ] as const)('%s', (_, answer, run, grade) => {
    expect(deriveGrade(answer, 12, run)).toBe(grade);
  });
});

describe('memory', () => {
  const unit = 'a~b@leaf';
  const answer = (day: string, more: Partial<PastAnswer> = {}): PastAnswer => ({
    ...right,
    unit,
    drill: 'side by side',
    at: new Date(`${day}T10:00:00Z`),
    day,
    ...more
  });
  const due = (...answers: PastAnswer[]) => replayMemory(answers).get(unit)!.due.getTime();

  it('moves only by the first answer of a day', () => {
    expect(due(answer('2027-04-01'), answer('2027-04-01', { outcome: 'missed' }))).toBe(
      due(answer('2027-04-01'))
    );
  });

  it('counts days where the learner is: late and early answers of one night are two days', () => {
    const late = answer('2027-04-01', { at: new Date('2027-04-01T22:50:00Z') });
    const early = answer('2027-04-02', { at: new Date('2027-04-01T23:10:00Z') });
    expect(due(late, early)).toBeGreaterThan(due(late));
  });

  it('holds each answer against the median of those before it, as sorting them all each time would', () => {
    const random = createRandom('answering times');
    const times = new AnsweringTimes();
    const before: number[] = [];
    for (let n = 0; n < 300; n += 1) {
      const sorted = [...before].sort((a, b) => a - b);
      const middle = sorted.length / 2;
      expect(times.usual('basket')).toBe(
        n < 8 ? assumedSeconds('basket') : (sorted[Math.ceil(middle) - 1]! + sorted[Math.floor(middle)]!) / 2
      );
      const seconds = random.integer(4, 40) / 2;
      before.push(seconds);
      times.add('basket', seconds);
    }
    expect(times.usual('tray')).toBe(assumedSeconds('tray'));
  });

  it('calls a unit missed after a miss, and firm only after weeks of stability', () => {
    const firmness = (...answers: PastAnswer[]) => replayMemory(answers).get(unit)!.firmness;
    expect(firmness(answer('2027-04-01', { outcome: 'missed' }))).toBe('missed');
    const days = ['2027-01-01', '2027-01-04', '2027-01-16', '2027-02-25'];
    expect(firmness(...days.map((day) => answer(day)))).toBe('firm');
  });

  it('holds a time against the usual one of the same drill: a basket takes longer than one picture', () => {
    const slow = { seconds: 40 };
    const basket = due(answer('2027-04-01', { ...slow, drill: 'basket' }));
    const picture = due(answer('2027-04-01', { ...slow, drill: 'side by side' }));
    expect(basket).toBeGreaterThan(picture);
  });
});

describe('difficulty', () => {
  it('goes up after two right in a row, down after an error, and is not moved by leaving a plant', () => {
    expect(difficultyAfter([])).toBe(0);
    expect(difficultyAfter(['right', 'right'])).toBe(1);
    expect(difficultyAfter(['right', 'left', 'right'])).toBe(1);
    expect(difficultyAfter(['right', 'right', 'right', 'right', 'missed'])).toBe(1);
    expect(difficultyAfter(['dangerous gather'])).toBe(0);
    expect(difficultyAfter(Array(20).fill('right'))).toBe(4);
  });
});
