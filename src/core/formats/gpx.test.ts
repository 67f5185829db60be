import { describe, expect, it } from 'vitest';
import { readGpx } from './gpx';

const gpx = (body: string) =>
  `<?xml version="1.0"?>\n<gpx version="1.1" creator="test" xmlns="http://www.topografix.com/GPX/1/1">\n${body}\n</gpx>`;
const point = (lat: number | string, lon: number | string) =>
  `<trkpt lat="${lat}" lon="${lon}"><ele>12</ele></trkpt>`;
const track = (points: string[], name = '007') =>
  `<trk><name>${name}</name><trkseg>${points.join('\n')}</trkseg></trk>`;
const problem = (text: string) => {
  const result = readGpx(text);
  return 'problem' in result ? result.problem : `read ${result.track.path.length} points`;
};

describe('reading GPX 1.1', () => {
  it('takes the longest line, with its name as text', () => {
    const result = readGpx(
      gpx(track([point(54.3, -8.7), point(54.31, -8.7)]) + track([point(1, 1), point(2, 2), point(3, 3)]))
    );
    expect('track' in result && result.track.path).toEqual([
      [1, 1, 12],
      [2, 2, 12],
      [3, 3, 12]
    ]);
    expect('track' in result && result.track.name).toBe('007');
    expect('track' in result && result.track.notes).toEqual([
      'The file holds 2 lines; the longest, 314.4 km, was taken.'
    ]);
  });

  it('joins the segments of a track, and goes by metres: many points at lunch are no walk', () => {
    const walk = Array.from({ length: 21 }, (_, i) => point(54.3 + i * 0.001, -8.7));
    const lunch = Array.from({ length: 400 }, (_, i) => point(54.32 + (i % 2) * 1e-6, -8.7));
    const segments = [walk, lunch].map((points) => `<trkseg>${points.join('')}</trkseg>`).join('');
    const result = readGpx(gpx(`<trk><name>Day</name>${segments}</trk>${track(lunch, 'Lunch')}`));
    if ('problem' in result) throw new Error(result.problem);
    expect(result.track.name).toBe('Day');
    expect(result.track.pointsRead).toBe(421);
    expect(result.track.notes).toEqual([
      'The file holds 2 lines; the longest, 2.3 km, was taken.',
      'Its 2 segments were joined.'
    ]);
  });

  it('says what of its points is not taken, and counts lines from one', () => {
    const symbol = point(54.3, -8.7).replace('</trkpt>', '<sym>Flag</sym></trkpt>');
    const result = readGpx(gpx(track([symbol, point(54.31, -8.7)])));
    expect('track' in result && result.track.notes).toEqual(['Not taken from its points: sym.']);
    expect(problem('no xml')).toMatch(/line: 1/);
  });

  it('simplifies a hundred thousand points, and says so', () => {
    const points = Array.from({ length: 100_000 }, (_, i) =>
      point(54 + i * 1e-6, -8.7 + Math.sin(i / 500) * 1e-3)
    );
    const result = readGpx(gpx(track(points)));
    expect('track' in result && result.track.path.length).toBeLessThanOrEqual(2001);
    expect('track' in result && result.track.notes.join()).toContain('100000 points were simplified');
  });

  it.each([
    ['', 'This file is empty.'],
    ['not a track', 'not well-formed XML'],
    [gpx('<trk><trkseg>'), 'not well-formed XML'],
    ['<kml></kml>', 'not GPX: it begins with <kml>'],
    [gpx(''), 'no track or route'],
    [gpx('<wpt lat="1" lon="1"/>'), '1 waypoints but no track'],
    [gpx(track([point(54, -8)])), 'fewer than two points'],
    [gpx(track([point(54, -8), point(95, -8)])), 'The point in line 4 lies outside the world'],
    [gpx(track([point(54, -8), point('north', -8)])), 'is no number: lat="north"']
  ])('explains what is wrong with %j', (text, message) => {
    expect(problem(text)).toContain(message);
  });
});
