import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { Member } from './unit';
import {
  type GroupAct,
  type GroupState,
  afterAct,
  divisionOf,
  groupActs,
  groupPhases,
  groupQuestion
} from './index';

const library = shippedLibrary();

const ramsons = (specimen: Member, seed = 7, partial = false) =>
  groupQuestion(library, {
    drill: 'side by side',
    target: 'allium-ursinum',
    lookalike: 'convallaria-majalis',
    targetStage: 'leaf',
    lookalikeStage: 'leaf',
    deciding: [],
    specimen,
    partial,
    inGrass: false,
    seed
  })!;

describe('the way of a round', () => {
  const way = (acts: readonly GroupAct[], length = 2) =>
    acts.reduce<GroupState | undefined>((state, act) => state && afterAct(state, act, length), {
      phase: 'joining',
      position: 0
    });

  it('asks, shows how the room divides, tells, and asks the next', () => {
    expect(way(['ask', 'divide', 'tell', 'ask', 'tell'])).toEqual({ phase: 'told', position: 2 });
    expect(way(['ask', 'tell', 'close'])).toEqual({ phase: 'closed', position: 1 });
  });

  it('has no act twice, none after the end, and no specimen more than there are', () => {
    expect(way(['ask', 'ask'])).toBeUndefined();
    expect(way(['ask', 'divide', 'divide'])).toBeUndefined();
    expect(way(['close', 'ask'])).toBeUndefined();
    expect(way(['ask', 'tell', 'ask'], 1)).toBeUndefined();
  });

  it('goes neither on nor home before a specimen that was shown is told', () => {
    for (const phase of groupPhases)
      for (const act of groupActs) {
        const after = afterAct({ phase, position: 1 }, act, 3);
        if ((phase === 'asked' || phase === 'divided') && after) expect(after.position).toBe(1);
        if (act === 'close' && after) expect(['joining', 'told']).toContain(phase);
      }
  });
});

describe('the letters on a specimen', () => {
  it('are the same whichever of the two it is, at any seed', () => {
    for (let seed = 1; seed < 12; seed += 1) {
      const [own, other] = [ramsons('target', seed), ramsons('lookalike', seed)];
      const said = ({ letters }: typeof own) => letters.map(({ letter, label }) => `${letter} ${label}`);
      expect(said(own)).toEqual(said(other));
      expect(own.letters.length).toBeGreaterThan(1);
      expect(own.letters.length).toBeLessThanOrEqual(5);
    }
  });

  it('stand on the picture, one of them at least on what tells', () => {
    const { letters } = ramsons('lookalike');
    for (const { at } of letters) {
      expect(at.x).toBeGreaterThan(0);
      expect(at.x).toBeLessThan(620);
      expect(at.y).toBeGreaterThan(0);
      expect(at.y).toBeLessThan(440);
    }
    expect(letters.some(({ tells }) => tells)).toBe(true);
  });

  it('has taking the dangerous one for the other as the error that counts, and leaving as none', () => {
    expect(ramsons('lookalike').worth).toEqual({
      target: 'dangerous gather',
      lookalike: 'right',
      'cannot tell': 'left'
    });
    expect(ramsons('target').worth).toEqual({ target: 'right', lookalike: 'missed', 'cannot tell': 'left' });
  });
});

describe('how a room divides', () => {
  it('counts choices, parts and how many are sure; hands apart', () => {
    const hands = { target: 2, lookalike: 0, 'cannot tell': 1 };
    expect(
      divisionOf(
        [
          { choice: 'target', part: 'b', confidence: 'sure' },
          { choice: 'target', part: 'a', confidence: 'unsure' },
          { choice: 'lookalike', part: 'b', confidence: 'sure' },
          { choice: 'cannot tell', part: undefined, confidence: 'fairly sure' }
        ],
        hands
      )
    ).toEqual({
      choices: { target: 2, lookalike: 1, 'cannot tell': 1 },
      hands,
      letters: { a: 1, b: 2 },
      sure: 2
    });
  });
});
