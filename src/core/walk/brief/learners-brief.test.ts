import { describe, expect, it } from 'vitest';
import type { BriefDocument } from './document';
import { forLearners } from './learners-brief';

const stop = (number: number, change: object = {}) => ({
  number,
  name: `Stop ${number}`,
  longitude: -8.696582,
  latitude: 54.301938,
  isRare: false,
  ...change
});
const document = {
  front: {
    kit: [
      { label: 'whistle', why: '', carriedBy: 'leaders' },
      { label: 'boots', why: '', carriedBy: 'everyone' }
    ],
    drops: [{ stop: 'Stop 2', minutes: 20 }],
    meeting: { longitude: -8.696582, latitude: 54.301938, gridReference: 'G 54 12' }
  },
  stops: [stop(1), stop(2), stop(3, { isRare: true })]
} as unknown as BriefDocument;
const placesOf = (places: 'exact' | 'coarse' | 'none') =>
  forLearners(document, places).stops.map(({ longitude, latitude }) => [longitude, latitude]);
const exact = [-8.696582, 54.301938];
const nowhere = [undefined, undefined];

describe('what learners get of a brief', () => {
  it('is without the kit and the plan B of the leaders', () => {
    const { front } = forLearners(document, 'exact');
    expect(front.kit.map(({ label }) => label)).toEqual(['boots']);
    expect(front.drops).toEqual([]);
  });

  it('has places as the school allows them; the meeting point always, a rare plant never', () => {
    expect(placesOf('exact')).toEqual([exact, exact, nowhere]);
    expect(placesOf('coarse')).toEqual([exact, [-8.7, 54.3], nowhere]);
    expect(placesOf('none')).toEqual([exact, nowhere, nowhere]);
    expect(forLearners(document, 'none').front.meeting).toEqual(document.front.meeting);
  });

  it('has the map where places are told, and the way on it only where it leads to nothing rare', () => {
    const map = { ground: { type: 'FeatureCollection' as const, features: [] }, route: [[[-8.7, 54.3]]] };
    const common = {
      ...document,
      map,
      stops: [stop(1, { isRare: true }), stop(2)]
    } as unknown as BriefDocument;
    expect(forLearners(common, 'exact').map).toEqual(map);
    for (const places of ['coarse', 'none'] as const) expect(forLearners(common, places).map).toBeUndefined();
    expect(forLearners({ ...document, map }, 'exact').map).toEqual({ ...map, route: [] });
  });
});
