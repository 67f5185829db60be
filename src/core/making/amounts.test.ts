import { describe, expect, it } from 'vitest';
import type { Portion } from '../knowledge';
import { dayShare, exactly, gramsToGather, inGrams, massOf, scale, tooMuch, yieldsOf } from './amounts';

const library = { cleaned: [0.7, 0.8, 0.9], ready: [0.1, 0.2, 0.3] } as {
  cleaned: [number, number, number];
  ready: [number, number, number];
};
const portion: Portion = { grams: 2, of: 'ready', perDay: 2 };

describe('what comes of what was gathered', () => {
  it('goes from pieces to grams to portions, each with its range', () => {
    const mass = massOf(48, { piece: [1.5, 2, 3] })!;
    expect(mass.mostly).toBe(96);
    expect([mass.low, mass.high].map(Math.round)).toEqual([72, 144]);
    const { cleaned, ready, portions, whole, rest } = scale({ portion }, library, mass);
    expect(cleaned.mostly).toBeCloseTo(76.8);
    // Wider than any of the three spreads, and narrower than all of them at their worst.
    expect(ready.low).toBeLessThan(15.36 * 0.5);
    expect(ready.low).toBeGreaterThan(72 * 0.7 * 0.1);
    expect(ready.high).toBeLessThan(144 * 0.9 * 0.3);
    expect(ready.mostly).toBeCloseTo(15.36);
    expect(portions!.mostly).toBeCloseTo(7.68);
    expect(whole).toBe(7);
    expect(rest).toBeCloseTo(1.36);
    expect(massOf(48, undefined)).toBeUndefined();
  });

  it('weighs the portion of a cup before it is brewed', () => {
    const cup: Portion = { grams: 2, of: 'cleaned', perDay: 2, cupMillilitres: 200 };
    expect(scale({ portion: cup }, { ...library, ready: [1, 1, 1] }, exactly(50)).whole).toBe(20);
    expect(scale({ portion: undefined }, library, exactly(50)).portions).toBeUndefined();
  });

  it('turns round to what must be gathered', () => {
    const gather = gramsToGather(100, library);
    expect(gather).toBeCloseTo(625);
    expect(scale({ portion }, library, exactly(gather)).ready.mostly).toBeCloseTo(100);
  });

  it('goes by the school’s own weights as soon as there are some', () => {
    expect(yieldsOf(library, [])).toMatchObject({ ...library, cleanedBatches: 0, readyBatches: 0 });
    const one = yieldsOf(library, [{ gathered: 100, cleaned: 60, ready: undefined }]);
    expect(one.cleaned[1]).toBeCloseTo(0.6);
    // The library's spread stays round the school's mean.
    expect(one.cleaned[0]).toBeCloseTo((0.6 * 0.7) / 0.8);
    expect([one.cleanedBatches, one.readyBatches]).toEqual([1, 0]);
    const three = yieldsOf(library, [
      { gathered: 100, cleaned: 60, ready: 12 },
      { gathered: 100, cleaned: 70, ready: 14 },
      { gathered: 200, cleaned: 160, ready: 40 }
    ]);
    expect(three.cleaned).toEqual([0.6, 290 / 400, 0.8]);
    expect(three.ready[2]).toBeCloseTo(0.25);
  });
});

describe('how much somebody has of it', () => {
  it('is a share of what a day allows', () => {
    expect(dayShare(2, portion)).toBe(0.5);
    expect(tooMuch(4, portion, 'Nettle')).toBeUndefined();
    expect(tooMuch(5, portion, 'Nettle')).toBe(
      '5 g of Nettle each is more than a day’s most, 4 g (2 portions of 2 g).'
    );
  });

  it('is said as a kitchen scale shows it', () => {
    expect([0.45, 9.96, 12.4, 999.4, 1234].map(inGrams)).toEqual([
      '0.5 g',
      '10 g',
      '12 g',
      '999 g',
      '1.23 kg'
    ]);
  });
});
