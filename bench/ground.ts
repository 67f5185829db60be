import { Ground, type GroundKind, contaminantKinds, contaminationOf } from '../src/core/ground';
import { type Sighted, SiteSeason } from '../src/core/season';
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
  return [
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
