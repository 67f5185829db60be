import { describe, expect, it } from 'vitest';
import { springWood } from '../../../tests/support/circumstances';
import { shippedLibrary } from '../../../tests/support/content';
import { SiteSeason, addDays, referenceCalendar } from '../season';
import { surveyTaxon } from '../walk';
import { YearAtSite, isWithin, notUp } from './index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;
const outlook = { ...springWood, scentCounts: springWood.policy.scentCounts, calendar: referenceCalendar };

describe('the year of a plant at a site', () => {
  const year = new YearAtSite(library, outlook);

  it.each(['allium-ursinum', 'anthriscus-sylvestris', 'daucus-carota', 'prunus-spinosa'])(
    'of %s says of each day what a survey for gathering says',
    (slug) => {
      const { stages, met, lookalikes } = year.of(taxon(slug));
      for (let day = 3; day <= 365; day += 11) {
        const isoDate = addDays('2027-01-01', day - 1);
        const survey = surveyTaxon(library, taxon(slug), 'gather', { ...springWood, isoDate });
        expect(stages[met[day - 1]!]?.stage, isoDate).toBe(survey.stage?.stage);
        const untold = lookalikes.filter((one) => isWithin(one.untold, day)).map((one) => one.taxon);
        const open = survey.separation.found ? [] : survey.separation.open.map((one) => one.taxon);
        expect(untold.sort(), isoDate).toEqual([...new Set(open)].sort());
      }
    }
  );

  it('is worth a stop at the stages of its uses; what has none, where it shows itself', () => {
    const taught = (slug: string) =>
      year
        .of(taxon(slug))
        .stages.filter(({ isTaught }) => isTaught)
        .map(({ stage }) => stage);
    expect(taught('prunus-spinosa')).toEqual(['fruit']);
    expect(taught('conium-maculatum')).toContain('leaf');
    expect(taught('conium-maculatum')).not.toContain('winter');
  });

  it('has no day at which the plant is met where nothing of it is up', () => {
    const { met } = year.of(taxon('allium-ursinum'));
    expect(met[334]).toBe(notUp);
  });

  it('keeps a dangerous plant in question where a sighting says that it is not there yet', () => {
    const seen = { taxon: 'arum-maculatum', stage: 'leaf', says: 'not yet', day: 60 } as const;
    const place = { latitude: 54, altitudeMetres: 50 };
    const of = (sightings: (typeof seen)[]) =>
      new YearAtSite(library, {
        ...outlook,
        calendar: new SiteSeason(place, place, sightings, (slug) => library.taxa.get(slug)?.stages).calendar
      }).of(taxon('allium-ursinum'));
    const arum = (sightings: (typeof seen)[]) =>
      of(sightings).lookalikes.find((one) => one.taxon === 'arum-maculatum')!;
    const [before, after] = [arum([]), arum(Array.from({ length: 9 }, () => seen))];
    before.percent.forEach((chance, d) => expect(after.percent[d], String(d)).toBeGreaterThanOrEqual(chance));
  });
});
