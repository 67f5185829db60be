import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { palette } from '$lib/palette';

/** The colours of the themes: words on every ground can be read by somebody with weak sight (WCAG 2.2, 1.4.3 and 1.4.11). */

const css = readFileSync(join(import.meta.dirname, '../../app.css'), 'utf8');

/** All custom properties of a theme: of daisyUI, and our own. */
function coloursOf(theme: string): Map<string, string> {
  const blocks = [...css.matchAll(/\{([^{}]*)\}/g)].filter(
    ({ 1: body, index }) =>
      body!.includes(`name: '${theme}'`) || css.slice(index - 40, index).includes(`[data-theme='${theme}']`)
  );
  return new Map(
    blocks.flatMap(([, body]) =>
      [...body!.matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, hex]) => [name!, hex!] as const)
    )
  );
}

/** Relative luminance of a colour in sRGB, 0 to 1 (WCAG 2.2, definitions). */
function luminance(hex: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

const contrast = (a: string, b: string): number => {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
};

const inks = [
  'color-base-content',
  'ink-2',
  'ink-3',
  'color-primary',
  'color-accent',
  'color-info',
  'color-error'
];
const grounds = ['color-base-100', 'color-base-200', 'color-base-300'];

it('the contrast of black on white is 21 to 1, that of a colour with itself 1 (WCAG 2.2)', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5);
  expect(contrast('#777777', '#777777')).toBe(1);
});

describe.each([
  ['day', 4.5],
  ['dusk', 4.5],
  // In glare everything has to be twice as clear: our own measure.
  ['sun', 7]
] as const)('in the theme %s', (theme, least) => {
  const colours = coloursOf(theme);
  const of = (name: string) => {
    const found = colours.get(name);
    if (!found) throw new Error(`${theme} has no ${name}`);
    return found;
  };

  it('every ink is read on every ground', () => {
    const weak = inks.flatMap((ink) =>
      grounds.map((ground) => ({ ink, ground, contrast: contrast(of(ink), of(ground)) }))
    );
    expect(weak.filter((one) => one.contrast < least)).toEqual([]);
  });

  it('words on a tint are read, and its own colour stands out', () => {
    for (const [tint, colour] of [
      ['moss-tint', 'color-primary'],
      ['ochre-tint', 'color-warning'],
      ['tide-tint', 'color-info'],
      ['rosehip-tint', 'color-error']
    ] as const) {
      expect(contrast(of('color-base-content'), of(tint)), tint).toBeGreaterThan(least);
      expect(contrast(of(colour), of(tint)), tint).toBeGreaterThan(4.5);
    }
  });

  it('what stands on a coloured button is read, and the edge of a field is seen', () => {
    for (const name of ['primary', 'secondary', 'accent', 'info', 'warning', 'error'])
      expect(contrast(of(`color-${name}`), of(`color-${name}-content`)), name).toBeGreaterThan(least);
    for (const ground of grounds) expect(contrast(of('rule-strong'), of(ground)), ground).toBeGreaterThan(3);
  });
});

describe('the colours of drawings, maps and print', () => {
  it('are those of the screen by day', () => {
    const day = coloursOf('day');
    for (const [colour, name] of [
      ['ink', 'color-base-content'],
      ['second', 'ink-2'],
      ['rule', 'rule'],
      ['paper', 'color-base-200'],
      ['page', 'color-base-100'],
      ['moss', 'color-primary'],
      ['ochre', 'color-warning'],
      ['tide', 'color-info'],
      ['rosehip', 'color-error']
    ] as const)
      expect(palette[colour].toLowerCase(), colour).toBe(day.get(name));
  });

  it('are read on a plate', () => {
    for (const ink of [
      palette.ink,
      palette.second,
      palette.moss,
      palette.ochre,
      palette.tide,
      palette.rosehip
    ])
      expect(contrast(ink, palette.paper)).toBeGreaterThan(4.5);
  });
});
