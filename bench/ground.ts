import { Ground, type GroundKind, contaminantKinds, contaminationOf } from '../src/core/ground';
import { englishName, isDangerous } from '../src/core/knowledge';
import { type Sighted, SiteSeason, referenceCalendar } from '../src/core/season';
import { harmonicTide } from '../src/core/sky';
import { type WishedPlant, YearAtSite, bestDays, dayRules, scoreDays } from '../src/core/year';
import { createRandom } from '../src/core/random';
import { shippedLibrary } from '../tests/support/content';
import { type Figure, medianMs } from './figure';

/** The ground and its season: what lies too near, and the year of many plants. */
export async function groundFigures(): Promise<Figure[]> {
  const random = createRandom('a site of ten square kilometres');
  const at = () => [-8.7 + random.between(0, 0.05), 54.3 + random.between(0, 0.03)];
  const lineOfTen = () => {
    const [x, y] = at() as [number, number];
    return Array.from({ length: 10 }, (_, i) => [x + i * 4e-4, y + random.between(-2e-4, 2e-4)]);
  };
  const isPoint = (kind: GroundKind) => ['outfall', 'mine drainage', 'livestock'].includes(kind);
  const ground = Ground.parse({
    type: 'FeatureCollection',
    features: Array.from({ length: 200 }, (_, i) => {
      const kind = contaminantKinds[i % contaminantKinds.length]!;
      return {
        type: 'Feature',
        properties: { kind },
        geometry: isPoint(kind)
          ? { type: 'Point', coordinates: at() }
          : { type: 'LineString', coordinates: lineOfTen() }
      };
    })
  });
  const places = Array.from({ length: 500 }, () => {
    const [longitude, latitude] = at() as [number, number];
    return { longitude, latitude, ofWetGround: false };
  });
  const tooNear = await medianMs(() => contaminationOf(ground, places), { warmUp: 3, runs: 9 });

  const library = shippedLibrary();
  const taxa = [...library.taxa.values()].slice(0, 60);
  const sightings = taxa.slice(0, 20).flatMap(({ slug, stages }): Sighted[] => {
    const [stage] = stages.values();
    return [{ taxon: slug, stage: stage!.stage, day: stage!.windows[0]![1], says: 'there' }];
  });
  const strip = await medianMs(
    () => {
      const season = new SiteSeason(
        { latitude: 55, altitudeMetres: 120 },
        library.referencePlace,
        sightings,
        (slug) => library.taxa.get(slug)?.stages
      );
      for (const { slug, stages } of taxa) for (const stage of stages.values()) season.curve(slug, stage);
    },
    { warmUp: 3, runs: 9 }
  );
  const year = new YearAtSite(library, {
    habitats: ['woodland', 'hedge-bank', 'grassland', 'waterside', 'coast'],
    mayDig: false,
    scentCounts: true,
    calendar: referenceCalendar
  });
  const wishes = taxa.map((taxon): WishedPlant => {
    const own = year.of(taxon);
    return {
      taxon: taxon.slug,
      name: englishName(taxon),
      worth: 2,
      isDanger: isDangerous(taxon),
      years: { 2027: own, 2028: own }
    };
  });
  const choose = await medianMs(
    () => {
      const rules = dayRules(
        {
          timeZone: 'Europe/Dublin',
          place: { longitude: -8.7, latitude: 54.3 },
          minutes: 150,
          hours: { from: 540, until: 1080 },
          weekdays: [0, 1, 2, 3, 4, 5, 6],
          diary: [{ from: '2027-07-19', until: '2027-07-30', what: 'closed' }],
          shoreBelowMetres: undefined
        },
        undefined,
        '2027-04-24',
        365
      );
      bestDays([...scoreDays(wishes, rules, '2027-04-24', 365)], 3);
    },
    { warmUp: 2, runs: 9 }
  );
  const names = [
    'M2',
    'S2',
    'N2',
    'K2',
    'K1',
    'O1',
    'P1',
    'Q1',
    'M4',
    'MS4',
    'MN4',
    'M6',
    '2N2',
    'MU2',
    'NU2'
  ];
  const tide = harmonicTide(
    names.map((name, i) => ({ name, amplitudeMetres: 1.2 / (i + 1), phaseDegrees: 30 * i })),
    2
  );
  const extremes = await medianMs(
    () => tide.extremes(new Date('2027-01-01T00:00:00Z'), new Date('2028-01-01T00:00:00Z')),
    { warmUp: 2, runs: 9 }
  );
  return [
    {
      name: 'choosing the day',
      unit: 'ms',
      goal: 300,
      value: choose,
      how: '365 days × 60 taxa, with daylight, in the core'
    },
    {
      name: 'high and low waters of a year',
      unit: 'ms',
      goal: 600,
      value: extremes,
      how: `${names.length} constituents`
    },
    {
      name: 'what contaminates 500 patches',
      unit: 'ms',
      goal: 50,
      value: tooNear,
      how: 'against 200 features'
    },
    {
      name: 'year strip of 60 taxa',
      unit: 'ms',
      goal: 50,
      value: strip,
      how: 'all their stages, with 20 sightings'
    }
  ];
}
