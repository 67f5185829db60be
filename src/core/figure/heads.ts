import type { Random } from '../random';
import { drawFlower, drawNearFlower, headFromSide } from './flower';
import { golden, add, ellipse, growSpine, scale, towards } from './geometry';
import { type Model, hasFruit } from './form';
import { drawFruit } from './fruit';
import { type Drawn, around, drawItem, flowerLook, fruitLook, stalkLine, strip } from './item';
import { edged, filled, tone } from './paint';
import type { Point, Shape } from './scene';

/** A head from near, as it is seen from above and, on a shorter stalk, from the side. */
function twoHeads(model: Model, base: Point, heading: number, random: Random): Drawn {
  const { form, traits } = model;
  const size = form.flowerSize;
  const bracts = traits.state('head-bracts');
  const front = add(base, scale(towards(heading), size * 0.34));
  const stalk = growSpine(
    add(base, { x: size * 0.06, y: size * 0.7 }),
    heading + 0.75,
    -0.75,
    size * 1.25,
    8
  );
  const side = stalk.place(1);
  const look = flowerLook(model, size);
  return {
    shapes: [
      ...stalkLine(model, stalk.points, 3),
      ...drawNearFlower(look, front, heading, random.fork('front')),
      ...headFromSide(
        look,
        add(side, scale(towards(stalk.heading(0.99)), size * 0.24)),
        stalk.heading(0.99) + 0.1,
        bracts === 'bent-back' || bracts === 'pressed' ? bracts : undefined,
        random.fork('side')
      )
    ],
    points: [base, ...around(front, size * 0.5), ...around(side, size * 0.5)]
  };
}

/** One head on its stalk; a seed head of parachutes is a ball. */
export function singleHead(model: Model, base: Point, heading: number, random: Random, near: boolean): Drawn {
  const { form, traits, pen } = model;
  const isSeed = hasFruit(traits);
  if (near && !isSeed && traits.state('flower-form') !== 'pea') return twoHeads(model, base, heading, random);
  const isClover = traits.state('flower-form') === 'pea';
  const size = isSeed
    ? Math.max(form.fruitSize * (traits.state('fruit-form') === 'plumed' ? 1 : 12), pen * 20)
    : isClover
      ? Math.max(form.flowerSize * 2.4, pen * 12)
      : Math.max(form.flowerSize, pen * 9);
  const middle = add(base, scale(towards(heading), size * (isSeed || isClover ? 0.42 : 0.16)));
  const green = tone(form.colour.stem, -0.05);
  const shapes: Shape[] = [];
  const bracts = traits.state('head-bracts');
  const isBent = bracts === 'bent-back';
  if (bracts === 'bent-back' || bracts === 'pressed') {
    const turns = isBent ? [-2.7, -2.3, -1.9, 1.9, 2.3, 2.7] : [-0.7, -0.35, 0, 0.35, 0.7];
    shapes.push(
      edged(
        turns.map((turn) => strip(base, heading + turn, 0, size * (isBent ? 0.3 : 0.34), size * 0.09)),
        green,
        pen * 0.5
      )
    );
  }
  if (traits.state('fruit-form') === 'plumed' && isSeed)
    shapes.push(...drawItem(model, middle, heading, random));
  else if (isSeed) {
    const many = near ? 22 : 14;
    shapes.push(filled([ellipse(middle, size * 0.5, size * 0.48, 0, 24)], '#F1F1EA', 0.75));
    for (const [i, p] of golden(many, size * 0.42).entries())
      shapes.push(
        ...drawFruit(
          fruitLook(model, size * 0.1),
          add(middle, p),
          Math.atan2(p.x, -p.y),
          random.fork(`seed ${i}`)
        )
      );
  } else if (isClover) {
    shapes.push(
      ...golden(20, size * 0.42)
        .sort((a, b) => a.y - b.y)
        .flatMap((p, i) =>
          drawFlower(
            { ...flowerLook(model, Math.max(form.flowerSize * 0.75, pen * 4)) },
            {
              at: add(middle, scale(p, 0.5)),
              facing: heading + Math.atan2(p.x, -p.y) * 0.8,
              tilt: 1,
              turn: 0
            },
            random.fork(`pea ${i}`)
          )
        )
    );
  } else
    shapes.push(
      ...drawFlower(
        flowerLook(model, size),
        { at: middle, facing: heading, tilt: near ? 0.42 : 0.5, turn: random.between(0, 1) },
        random
      )
    );
  return { shapes, points: [base, ...around(middle, size * 0.52)] };
}
