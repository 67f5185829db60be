import type { Random } from '../random';
import { golden, add, clamp, ellipse, scale, towards } from './geometry';
import { type Model, hasFruit, isAbsent } from './form';
import { type Drawn, around, drawItem, itemReach } from './item';
import { edged, lines, tone } from './paint';
import type { Line, Point } from './scene';

/** Many small flowers in one plane: arms that fork, as of elder, hawthorn, yarrow. */
export function flatCluster(
  model: Model,
  base: Point,
  heading: number,
  width: number,
  random: Random,
  near: boolean
): Drawn {
  const { form, pen, traits } = model;
  const item = itemReach(model);
  const isDrooping = traits.state('fruit-stand') === 'flat-drooping';
  const isHeads = ['daisy', 'disc', 'straps'].includes(traits.state('flower-form') ?? '');
  const isWide =
    isDrooping ||
    traits.state('fruit-stand') === 'flat-upright' ||
    (isAbsent(traits.state('fruit-stand')) && traits.state('twig-bark') === 'warty');
  const isFew = form.flowerSize > 14 && !isHeads && !hasFruit(traits);
  const least = isFew ? 7 : Math.round((near ? 44 : 24) * (isHeads ? (near ? 0.16 : 0.4) : isWide ? 2 : 1));
  const isLax = isWide && hasFruit(traits) && !near;
  const closeness = isFew ? 0.72 : isHeads ? 0.84 : isLax ? 0.86 : isWide ? 0.72 : 0.58;
  const reach = Math.max(
    item * Math.sqrt(isLax ? 88 : least) * closeness,
    near || isFew ? 0 : width * 0.5,
    near ? 0 : (model.recipe.umbelWidth ?? 0) / 2
  );
  const total = clamp(
    Math.round((reach / (item * closeness)) ** 2),
    least,
    hasFruit(traits) && !near ? 72 : 90
  );
  // Where a wide cluster has more than are drawn, those that are drawn stand for their neighbours.
  const gap = (reach * 1.77) / Math.sqrt(total);
  const isSparse = !near && gap > item * 1.15;
  const k = isSparse ? clamp((0.8 * gap) / item, 1, 1.5) : 1;
  const axis = heading + (isDrooping ? 2.3 * (Math.sin(heading) < 0 ? -1 : 1) : 0);
  const up = towards(axis);
  const across = towards(axis + Math.PI / 2);
  const lay = ({ x, y }: Point, rise: number) =>
    add(base, add(scale(across, x), scale(up, rise - y * (isDrooping ? 0.8 : 0.36))));
  const arms = golden(6, reach * 0.6).map((p) => ({ p, node: lay(p, reach * 0.5) }));
  const places = golden(total, reach).map((p) => ({
    p,
    at: lay(p, reach * (0.95 - 0.12 * (Math.hypot(p.x, p.y) / reach) ** 2))
  }));
  const branching = traits.state('first-branching');
  const isStepped = branching === 'at-heights';
  const isRayed = branching === 'one-point';
  const stalks: Line[] = arms.map(({ node }, i) => [
    isStepped ? add(base, scale(up, -reach * 0.1 * i)) : base,
    node
  ]);
  for (const { p, at } of places) {
    const nearest = arms.reduce((a, b) =>
      Math.hypot(b.p.x - p.x, b.p.y - p.y) < Math.hypot(a.p.x - p.x, a.p.y - p.y) ? b : a
    );
    stalks.push([isRayed ? base : nearest.node, at]);
  }
  const stalk = traits.state('stalk-colour') === 'red' ? '#8A3E4C' : form.colour.stem;
  const foam =
    isSparse && !hasFruit(traits)
      ? [
          edged(
            places.map(({ at }) => ellipse(at, gap * 0.62, gap * 0.36, 0, 9)),
            tone(form.colour.flower, -0.06),
            pen * 0.3,
            tone(form.colour.stem, 0.1)
          )
        ]
      : [];
  const slight = isSparse ? 0.7 : 1;
  return {
    shapes: [
      lines(stalks, tone(stalk, -0.5), pen * 1.7 * slight),
      lines(stalks, tone(stalk, 0.1), pen * slight),
      ...foam,
      ...places
        .sort((a, b) => a.p.y - b.p.y)
        .flatMap(({ p, at }, i) =>
          drawItem(model, at, axis + (p.x / reach) * 0.7, random.fork(`item ${i}`), k)
        )
    ],
    points: [base, ...places.flatMap(({ at }) => around(at, item * 0.6))]
  };
}
