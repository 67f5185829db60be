import { describe, expect, it } from 'vitest';
import { springWood } from '../../../../tests/support/circumstances';
import { shippedLibrary } from '../../../../tests/support/content';
import { addDays } from '../../season';
import { bandStep, dayTeller, surveyTaxon, yearBand } from '../index';

const library = shippedLibrary();
const taxon = (slug: string) => library.taxa.get(slug)!;

describe('the year of a taxon', () => {
  it.each(['allium-ursinum', 'anthriscus-sylvestris', 'daucus-carota', 'crataegus-monogyna'])(
    'of %s says of each day what a survey of that day says',
    (slug) => {
      yearBand(library, taxon(slug), 'show', springWood).forEach((day, i) => {
        if (i % 6 !== 0) return;
        const isoDate = addDays('2027-01-01', i * bandStep);
        const survey = surveyTaxon(library, taxon(slug), 'show', { ...springWood, isoDate });
        expect(day?.stage.stage, isoDate).toBe(survey.stage?.stage);
        if (day) expect(day.separable, isoDate).toBe(survey.separation.found);
      });
    }
  );

  it('is blank where nothing of the plant is up', () => {
    const tell = dayTeller(library, taxon('allium-ursinum'), 'show', springWood);
    expect(tell('2027-12-01')).toBeUndefined();
    expect(tell('2027-04-25')?.stage.stage).toBe('leaf');
  });

  it('goes round once, whatever day of the year one asks on', () => {
    const [spring, winter] = ['2027-04-25', '2027-11-30'].map((isoDate) =>
      yearBand(library, taxon('anthriscus-sylvestris'), 'show', { ...springWood, isoDate })
    );
    expect(spring).toHaveLength(73);
    expect(spring!.map((day) => day?.separable)).toEqual(winter!.map((day) => day?.separable));
  });

  it('shows three-cornered garlic as one that cannot be told once bluebells are up, and before that can', () => {
    const tell = dayTeller(library, taxon('allium-triquetrum'), 'show', springWood);
    expect(tell('2027-01-05')).toMatchObject({ separable: true });
    expect(tell('2027-03-15')).toMatchObject({ separable: false });
  });
});
