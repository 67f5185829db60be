import { describe, expect, it } from 'vitest';
import { Hazard } from './schema';
import {
  canKill,
  harmfulnessOf,
  harmsByTouch,
  isContact,
  isDangerous,
  isSerious,
  severityWords,
  worstContact,
  worstEaten,
  worstSeverity
} from './harm';

const hazard = (route: Hazard['route'], severity: number, more: Partial<Hazard> = {}): Hazard => ({
  route,
  severity,
  principle: 'unknown',
  effect: `${route} ${severity}`,
  onset: 'within hours',
  parts: 'all',
  ...more
});

describe('harm', () => {
  it.each([
    // eaten, contact: dangerous, harms by touch, can kill
    [0, 0, false, false, false],
    [1, 1, false, false, false],
    [2, 1, false, false, false],
    [3, 0, true, false, false],
    [4, 0, true, false, true],
    [0, 2, true, true, false],
    [2, 2, true, true, false],
    [0, 3, true, true, false],
    [0, 4, true, true, true]
  ] as const)(
    'eaten %i and by contact %i: dangerous %s, harms by touch %s, can kill %s',
    (eatenSeverity, contactSeverity, dangerous, byTouch, kills) => {
      const taxon = { eatenSeverity, contactSeverity };
      expect(isDangerous(taxon)).toBe(dangerous);
      expect(harmsByTouch(taxon)).toBe(byTouch);
      expect(canKill(taxon)).toBe(kills);
      expect(worstSeverity(taxon)).toBe(Math.max(eatenSeverity, contactSeverity));
    }
  );

  it.each(Hazard.shape.route.options)('counts %s as contact or not', (route) => {
    expect(isContact(route)).toBe(['sap', 'sap-then-sunlight', 'touch', 'sting', 'eye'].includes(route));
  });

  it('marks from hospital on', () => {
    expect(severityWords.map((words, severity) => [words, isSerious(severity)])).toEqual([
      ['no harm known', false],
      ['passing irritation', false],
      ['ill for a day', false],
      ['hospital', true],
      ['can kill', true]
    ]);
  });

  it('sums up the hazards of the plant itself by eating and by contact', () => {
    expect(harmfulnessOf({ hazards: [] })).toEqual({ eatenSeverity: 0, contactSeverity: 0 });
    expect(
      harmfulnessOf({
        hazards: [
          hazard('eaten', 1),
          hazard('eaten', 3, { fromTheGround: true }),
          hazard('pregnancy', 4),
          hazard('sap', 1),
          hazard('eye', 3)
        ]
      })
    ).toEqual({ eatenSeverity: 1, contactSeverity: 3 });
  });

  it('names the worst by contact from irritation on, and the worst eaten from a day’s illness on', () => {
    const hazards = [hazard('eaten', 1), hazard('touch', 1), hazard('sap', 2), hazard('cut', 3)];
    expect(worstContact({ hazards })?.effect).toBe('sap 2');
    expect(worstEaten({ hazards })).toBeUndefined();
    expect(worstEaten({ hazards: [...hazards, hazard('eaten', 2), hazard('eaten', 4)] })?.effect).toBe(
      'eaten 4'
    );
    expect(worstContact({ hazards: [hazard('sting', 0)] })).toBeUndefined();
  });
});
