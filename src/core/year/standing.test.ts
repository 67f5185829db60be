import { describe, expect, it } from 'vitest';
import { springWood } from '../../../tests/support/circumstances';
import { shippedLibrary } from '../../../tests/support/content';
import { type Sighted, SiteSeason } from '../season';
import { YearAtSite, firstTold, isWithin, standingOn } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const place = { latitude: 54, altitudeMetres: 50 };
function at(slug: string, day: number, habitats = springWood.habitats, sightings: Sighted[] = []) {
  const season = new SiteSeason(place, place, sightings, (one) => library.taxa.get(one)?.stages);
  const years = new YearAtSite(library, {
    habitats,
    mayDig: false,
    scentCounts: true,
    calendar: season.calendar
  });
  const year = years.of(taxon(slug));
  return { year, standing: standingOn(season, taxon(slug), year, day)! };
}
const coast = ['coast', 'saltmarsh', 'shingle', 'grassland', 'hedge-bank'];

describe('how a plant stands on a day', () => {
  it('is ready where a stage worth a stop is likelier than not', () => {
    expect(at('allium-ursinum', 114).standing).toMatchObject({ kind: 'ready', stage: 'leaf' });
  });

  it('is to be shown only while it cannot be told, until the first day on which it can', () => {
    const { year, standing } = at('allium-triquetrum', 100, coast);
    expect(standing.kind).toBe('ready');
    const until = standing.kind === 'ready' ? standing.untold?.until : undefined;
    expect(until).toBe(firstTold(year, 100));
    expect(until).toBeGreaterThan(0);
    expect(year.lookalikes.every((one) => !isWithin(one.untold, 100 + until!))).toBe(true);
    expect(year.lookalikes.some((one) => isWithin(one.untold, 100))).toBe(true);
  });

  it('is due soon within three weeks with its range, and later beyond', () => {
    const [start, peak] = taxon('prunus-spinosa').stages.get('fruit')!.windows[0]!;
    const half = Math.round((start + peak) / 2);
    const due = at('prunus-spinosa', half - 15).standing;
    expect(due).toMatchObject({ kind: 'due', stage: 'fruit' });
    if (due.kind !== 'ready') {
      expect(Math.abs(due.expected - 15)).toBeLessThanOrEqual(2);
      expect(due.low).toBeLessThan(due.expected);
      expect(due.high).toBeGreaterThan(due.expected);
    }
    expect(at('prunus-spinosa', half - 60).standing).toMatchObject({ kind: 'later', stage: 'fruit' });
  });

  it('that is over comes again next year', () => {
    const standing = at('prunus-spinosa', 360).standing;
    expect(standing.kind).toBe('over');
    if (standing.kind !== 'ready') expect(standing.expected).toBeGreaterThan(150);
  });

  it('may be up meanwhile, at a stage that is not worth a stop', () => {
    // Elder is long in leaf before it flowers, and no use of its leaf is taught; ramsons are gone in October.
    expect(at('sambucus-nigra', 121).standing).toMatchObject({ kind: 'later', isUp: true });
    expect(at('allium-ursinum', 290).standing).toMatchObject({ kind: 'over', isUp: false });
  });

  it('asks nobody to tell a dangerous plant from others before it is shown as one', () => {
    const { standing } = at('conium-maculatum', 114);
    expect(standing.kind).toBe('ready');
    expect('untold' in standing).toBe(false);
  });

  it('follows what was seen', () => {
    const [start] = taxon('prunus-spinosa').stages.get('fruit')!.windows[0]!;
    const late = Array.from({ length: 3 }, (): Sighted => ({
      taxon: 'prunus-spinosa',
      stage: 'fruit',
      says: 'not yet',
      day: start + 30
    }));
    const expected = (sightings: Sighted[]) => {
      const { standing } = at('prunus-spinosa', start - 5, springWood.habitats, sightings);
      return standing.kind === 'ready' ? 0 : standing.expected;
    };
    expect(expected(late)).toBeGreaterThan(expected([]) + 4);
  });
});
