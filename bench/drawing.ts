import {
  composePlate,
  growWayside,
  isDrawnAt,
  renderPlate,
  standardViews,
  strewHandful
} from '../src/core/figure';
import { shippedLibrary } from '../tests/support/content';
import { type Figure, medianMs, quantile, timed } from './figure';

/** Every plant of the library at every stage, composed as its sheet shows it: the plant and two close views. */
export async function drawingFigures(): Promise<Figure[]> {
  const library = shippedLibrary();
  const size = { width: 310, height: 380 };
  const plants = [...library.taxa.values()].flatMap((taxon) =>
    [...taxon.stages.values()].filter(isDrawnAt).map((stage) => ({ taxon, stage }))
  );
  const kind = (slug: string) => ({
    taxon: library.taxa.get(slug)!,
    stage: library.taxa.get(slug)!.stages.get('leaf')!
  });
  const plate = ({ taxon, stage }: (typeof plants)[number], seed: number) =>
    renderPlate(composePlate(library, taxon, stage, seed, standardViews(library, taxon, stage), size));
  for (const plant of plants) plate(plant, 1);
  const times: number[] = [];
  const sizes: number[] = [];
  for (const plant of plants) {
    times.push(await medianMs(() => plate(plant, 7), { warmUp: 0, runs: 3 }));
    sizes.push(plate(plant, 7).length / 1024);
  }
  const sheet = await timed(() => plants.slice(0, 60).map((plant) => plate(plant, 3)));
  const basket = await medianMs(
    () =>
      renderPlate(
        strewHandful(library, [kind('allium-ursinum'), kind('arum-maculatum')], [17, 3], 5, {
          width: 720,
          height: 520
        })
      ),
    { warmUp: 5, runs: 20 }
  );
  const bank = await medianMs(
    () =>
      renderPlate(
        growWayside(
          library,
          ['allium-ursinum', 'arum-maculatum', 'urtica-dioica', 'anthriscus-sylvestris'].map(kind),
          [2, 5, 5, 4],
          5,
          { width: 900, height: 540 },
          'far'
        )
      ),
    { warmUp: 2, runs: 5 }
  );
  const how = `${plants.length} plates of ${library.taxa.size} taxa, the plant and two close views, each the median of 3`;
  return [
    { name: 'a plate, median', unit: 'ms', goal: 12, value: quantile(times, 0.5), how },
    { name: 'a plate, worst', unit: 'ms', goal: 80, value: Math.max(...times), how },
    {
      name: 'size of a plate, median',
      unit: 'kB',
      goal: 80,
      value: quantile(sizes, 0.5),
      how: 'before compression'
    },
    {
      name: 'size of a plate, worst',
      unit: 'kB',
      goal: 300,
      value: Math.max(...sizes),
      how: 'before compression'
    },
    {
      name: 'a basket of 20 pieces',
      unit: 'ms',
      goal: 60,
      value: basket,
      how: 'leaves of two kinds, median of 20'
    },
    {
      name: 'a hedge bank of 16 plants',
      unit: 'ms',
      goal: 500,
      value: bank,
      how: 'four kinds, far off, median of 5; a goal of our own'
    },
    { name: 'a contact sheet of 60', unit: 'ms', goal: 1200, value: sheet.ms, how: '60 plates' }
  ];
}
