import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import type { Stage, Window } from '../knowledge';
import { createRandom } from '../random';
import { type Sighted, SiteSeason, hopkinsShift } from './forecast';
import { stageChance } from './phenology';

const library = shippedLibrary();
const reference = { latitude: 54, altitudeMetres: 50 };
const stagesOf = (slug: string) => library.taxa.get(slug)?.stages;
const season = (sightings: readonly Sighted[] = [], site = reference) =>
  new SiteSeason(site, reference, sightings, stagesOf);
const stageOf = (slug: string, stage: Stage) => stagesOf(slug)!.get(stage)!;
const seen = (taxon: string, stage: Stage, day: number, says: Sighted['says'] = 'there'): Sighted => ({
  taxon,
  stage,
  day,
  says
});
const meanOf = (density: readonly { days: number; probability: number }[]) =>
  density.reduce((sum, { days, probability }) => sum + days * probability, 0);
const deviationOf = (density: readonly { days: number; probability: number }[]) => {
  const mean = meanOf(density);
  return Math.sqrt(density.reduce((sum, one) => sum + one.probability * (one.days - mean) ** 2, 0));
};

describe('the shift of a place (Hopkins 1918, 1938)', () => {
  it('is four days for a degree of latitude and four for 400 feet', () => {
    expect(hopkinsShift({ latitude: 55, altitudeMetres: 50 }, reference)).toBeCloseTo(4, 9);
    expect(hopkinsShift({ latitude: 54, altitudeMetres: 50 + 121.92 }, reference)).toBeCloseTo(4, 9);
  });

  it('delays spring and hastens autumn', () => {
    const north = season([], { latitude: 57, altitudeMetres: 50 });
    expect([north.mean.spring, north.mean.autumn]).toEqual([12, -12]);
  });

  it('grows eastward by four days for five degrees, where the region says so', () => {
    const place = { latitude: 42, altitudeMetres: 250, longitude: -70 };
    const [here, there] = [
      { ...place, longitude: -75 },
      { latitude: 42, altitudeMetres: 250 }
    ];
    expect(hopkinsShift(place, here)).toBeCloseTo(4, 9);
    expect(hopkinsShift(place, there)).toBe(0);
    expect(hopkinsShift({ ...place, longitude: undefined }, here)).toBe(0);
  });
});

describe('a southern region', () => {
  const south = { latitude: -38, altitudeMetres: 50 };
  // Up from September to November, and again from March to May.
  const flower = {
    ...stageOf('allium-ursinum', 'flower'),
    windows: [
      [250, 260, 300, 320],
      [60, 70, 110, 130]
    ] satisfies Window[]
  };
  const stages = new Map([['flower' as const, flower]]);
  const there = (sightings: readonly Sighted[] = [], site = south) =>
    new SiteSeason(site, south, sightings, () => stages);
  const middle = (one: SiteSeason, from: number, to: number) => {
    const curve = one.curve('x', flower).slice(from, to);
    return curve.reduce((sum, p, i) => sum + p * (from + i), 0) / curve.reduce((sum, p) => sum + p, 0);
  };

  it('has its own windows, not turned', () => {
    expect(middle(there(), 200, 365)).toBeCloseTo(281.5, 0);
  });

  it('has its spring later and its autumn earlier towards the pole', () => {
    const tasman = there([], { latitude: -42, altitudeMetres: 50 });
    expect(middle(tasman, 200, 365) - middle(there(), 200, 365)).toBeCloseTo(16, 0);
    expect(middle(tasman, 0, 200) - middle(there(), 0, 200)).toBeCloseTo(-16, 0);
  });

  it('learns of spring in spring alone', () => {
    const late = there([seen('x', 'flower', 262, 'not yet')]);
    expect(middle(late, 200, 365)).toBeGreaterThan(middle(there(), 200, 365) + 2);
    expect(middle(late, 0, 200)).toBeCloseTo(middle(there(), 0, 200), 6);
  });
});

describe('a forecast without sightings', () => {
  it('follows the reference windows, softened by what is not known', () => {
    const ramsons = stageOf('allium-ursinum', 'flower');
    const curve = season().curve('allium-ursinum', ramsons);
    for (let day = 1; day <= 365; day += 1) {
      expect(curve[day - 1]).toBeGreaterThanOrEqual(0);
      expect(curve[day - 1]).toBeLessThanOrEqual(1 + 1e-9);
    }
    const [start, peakFrom, peakTo] = ramsons.windows[0]!;
    expect(curve[start - 1]).toBeGreaterThan(stageChance(ramsons, start));
    expect(curve[Math.round((peakFrom + peakTo) / 2) - 1]).toBeLessThan(1);
  });

  it('has the stated uncertainty', () => {
    expect(meanOf(season().density('spring'))).toBeCloseTo(0, 6);
    expect(deviationOf(season().density('spring'))).toBeCloseTo(8, 1);
  });
});

describe('a sighting', () => {
  const [, peakFrom] = stageOf('prunus-spinosa', 'flower').windows[0]!;
  it('of one plant moves the forecast of all, and its own more', () => {
    const late = season([seen('prunus-spinosa', 'flower', peakFrom + 6, 'not yet')]);
    expect(meanOf(late.density('spring'))).toBeGreaterThan(3);
    const change = (slug: string, stage: Stage) => {
      const description = stageOf(slug, stage);
      const of = (one: SiteSeason) => one.stageOn(slug, description, peakFrom).half.expected;
      return of(late) - of(season());
    };
    expect(change('allium-ursinum', 'flower')).toBeGreaterThan(2);
    expect(change('prunus-spinosa', 'flower')).toBeGreaterThan(change('allium-ursinum', 'flower'));
  });

  it('repeated on one plant never tells more of the site than its own chance lets it; several plants do', () => {
    /** Not yet begun a week late, open a week later. */
    const bracket = (slug: string) => {
      const [start, peak] = stageOf(slug, 'flower').windows[0]!;
      return [seen(slug, 'flower', start + 7, 'not yet'), seen(slug, 'flower', peak + 7)];
    };
    const one = bracket('prunus-spinosa');
    const again = season(Array.from({ length: 40 }, () => one).flat());
    // What is left of 8 days when one plant with 5 days of its own is known for certain.
    expect(deviationOf(again.density('spring'))).toBeGreaterThan((8 * 5) / Math.hypot(8, 5) - 0.2);
    const several = season(
      [
        'prunus-spinosa',
        'alliaria-petiolata',
        'anthriscus-sylvestris',
        'allium-ursinum',
        'convallaria-majalis'
      ].flatMap(bracket)
    );
    expect(deviationOf(several.density('spring'))).toBeLessThan(deviationOf(again.density('spring')));
  });

  it('in spring leaves autumn as it is', () => {
    const early = season([seen('prunus-spinosa', 'flower', peakFrom - 20)]);
    expect(meanOf(early.density('spring'))).toBeLessThan(-3);
    expect(meanOf(early.density('autumn'))).toBeCloseTo(0, 6);
  });

  it('of a stage that is over, or of what is not described, is taken as what it says', () => {
    const [, , , end] = stageOf('prunus-spinosa', 'flower').windows[0]!;
    expect(
      meanOf(season([seen('prunus-spinosa', 'flower', end - 15, 'over')]).density('spring'))
    ).toBeLessThan(-2);
    expect(meanOf(season([seen('no-such', 'flower', 100)]).density('spring'))).toBeCloseTo(0, 6);
  });

  it('of what persists, or in the other half of the year, says nothing of spring', () => {
    for (const slug of ['rubus-fruticosus', 'crithmum-maritimum', 'urtica-dioica', 'allium-ursinum'])
      for (const says of ['there', 'over', 'not yet'] as const)
        expect(
          meanOf(season([seen(slug, 'leaf', 333, says)]).density('spring')),
          `${slug} ${says}`
        ).toBeCloseTo(0, 6);
    // Half of its leaves are gone: that is the end of a long stage, not a late spring.
    const [, , peakTo, end] = stageOf('rubus-fruticosus', 'leaf').windows[0]!;
    const tail = season([seen('rubus-fruticosus', 'leaf', Math.min(212, Math.round((peakTo + end) / 2)))]);
    expect(Math.abs(meanOf(tail.density('spring')))).toBeLessThan(0.5);
  });

  it('stands on its day whatever the windows say, and fades within two weeks', () => {
    const leaf = stageOf('rubus-fruticosus', 'leaf');
    const chance = (sightings: readonly Sighted[], day: number) =>
      season(sightings).curve('rubus-fruticosus', leaf)[day - 1]!;
    const there = [seen('rubus-fruticosus', 'leaf', 333)];
    expect(chance([], 333)).toBeLessThan(0.8);
    expect(chance(there, 333)).toBeGreaterThan(0.95);
    expect(chance(there, 338)).toBeGreaterThan(0.95);
    expect(chance(there, 345)).toBeLessThan(chance(there, 340));
    expect(chance(there, 350)).toBeCloseTo(chance([], 350), 6);
    expect(chance(there, 332)).toBeCloseTo(chance([], 332), 6);
    const flower = stageOf('allium-ursinum', 'flower');
    const over = season([seen('allium-ursinum', 'flower', 130, 'over')]);
    expect(over.curve('allium-ursinum', flower)[129]).toBeLessThan(0.05);
    // A plant that can kill is feared all the same.
    const arum = stageOf('arum-maculatum', 'leaf');
    const gone = season([seen('arum-maculatum', 'leaf', 100, 'over')]);
    expect(gone.calendar.chanceOfHarmful(library.taxa.get('arum-maculatum')!, arum, 100)).toBeGreaterThan(
      0.5
    );
  });

  it('at one place and not at another: it can be met', () => {
    const both = season([
      seen('rubus-fruticosus', 'leaf', 333, 'over'),
      seen('rubus-fruticosus', 'leaf', 333)
    ]);
    expect(both.curve('rubus-fruticosus', stageOf('rubus-fruticosus', 'leaf'))[332]).toBeGreaterThan(0.95);
  });

  it('a thousand times, and against what others say, is still a forecast', () => {
    // A clock that is wrong, or somebody who presses a key all day.
    const many = (taxon: string, stage: Stage, says: Sighted['says'], day: number) =>
      Array.from({ length: 1000 }, () => seen(taxon, stage, day, says));
    for (const sightings of [
      many('allium-ursinum', 'leaf', 'not yet', 114),
      [...many('allium-ursinum', 'flower', 'not yet', 175), ...many('urtica-dioica', 'flower', 'there', 60)]
    ]) {
      const own = season(sightings);
      const sum = own.density('spring').reduce((all, { probability }) => all + probability, 0);
      expect(sum).toBeCloseTo(1, 9);
      const { half, probability } = own.stageOn('allium-ursinum', stageOf('allium-ursinum', 'leaf'), 114);
      for (const figure of [half.expected, half.low, half.high, probability])
        expect(Number.isFinite(figure)).toBe(true);
    }
  });

  it('far out of the season does not break the forecast', () => {
    const odd = season([seen('prunus-spinosa', 'flower', 300)]);
    const sum = odd.density('spring').reduce((total, { probability }) => total + probability, 0);
    expect(sum).toBeCloseTo(1, 9);
    expect(Math.abs(meanOf(odd.density('spring')))).toBeLessThan(10);
  });
});

describe('simulated site-years', () => {
  const flowers = [...library.taxa.values()].flatMap((taxon) => {
    const stage = taxon.stages.get('flower');
    return stage && stage.windows[0]![0] <= 180 && stage.windows[0]![0] > 30
      ? [{ slug: taxon.slug, stage }]
      : [];
  });
  /** A year with a shift of its own; plants are looked at weekly until they flower, some patches many times. */
  function year(seed: number) {
    const random = createRandom(`site-year ${seed}`);
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next());
    const shift = 8 * gauss();
    const own = new Map(flowers.map(({ slug }) => [slug, 5 * gauss()]));
    const whole = (slug: string) => shift + own.get(slug)!;
    const asked = flowers[random.integer(0, flowers.length - 1)]!;
    const sightings: Sighted[] = [];
    for (let i = 0; i < 4; i += 1) {
      const { slug, stage } = flowers[random.integer(0, flowers.length - 1)]!;
      if (slug === asked.slug) continue;
      const [start, peakFrom] = stage.windows[0]!;
      const half = (start + peakFrom) / 2 + whole(slug);
      const times = random.next() < 0.3 ? 8 : 2;
      for (let k = 0; k < times; k += 1) {
        const day = Math.round(half + random.between(-14, 14));
        const share = Math.min(1, Math.max(0, (day - whole(slug) - start) / Math.max(1, peakFrom - start)));
        sightings.push(seen(slug, 'flower', day, random.next() < share ? 'there' : 'not yet'));
      }
    }
    const [start, peakFrom] = asked.stage.windows[0]!;
    return { sightings, asked, truth: (start + peakFrom) / 2 + whole(asked.slug) };
  }

  it('are covered by the 80 % range at about that rate, and better than the calendar foretells', () => {
    const years = 500;
    let covered = 0;
    let [error, calendarError] = [0, 0];
    for (let seed = 1; seed <= years; seed += 1) {
      const { sightings, asked, truth } = year(seed);
      const [start, peakFrom] = asked.stage.windows[0]!;
      const day = Math.round((start + peakFrom) / 2);
      const { half } = season(sightings).stageOn(asked.slug, asked.stage, day);
      if (truth >= day + half.low - 0.5 && truth <= day + half.high + 0.5) covered += 1;
      error += Math.abs(truth - day - half.expected);
      calendarError += Math.abs(truth - (start + peakFrom) / 2);
    }
    // Three deviations of the binomial, and a little for whole days.
    expect(covered / years).toBeGreaterThan(0.8 - 0.06);
    expect(covered / years).toBeLessThan(0.8 + 0.08);
    expect(error).toBeLessThan(0.85 * calendarError);
  });
});
