import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { drawnTaxa, everyPlant } from '../../../tests/support/content';
import { separability, separates } from '../evidence';
import {
  type Character,
  type LibraryTaxon,
  type StageDescription,
  type Weights,
  lacksOrgan,
  weighCell
} from '../knowledge';
import { type Scene, type View, isDrawnAt, specimen, views, viewsFor } from './index';

/** The library's characters are the truth of a drawing: another state, another drawing. */

const library = everyPlant();
const always = (character: Character, state: string) =>
  weighCell(character, { [state]: 'always' }) as Weights;

const withState = (stage: StageDescription, character: Character, weights: Weights): StageDescription => ({
  ...stage,
  cells: new Map(stage.cells).set(character.slug, weights)
});
/** What tells one drawing from another: each shape's paint, and its points summed up, each by its place. */
const shapesOf = (scene: Scene) =>
  JSON.stringify(
    scene.parts.map(({ shapes }) =>
      shapes.map(({ rings, ...paint }) => [
        paint,
        rings.map((ring) => ring.reduce((sum, { x, y }, i) => sum + x * (i + 1) + y * (i + 0.5), 0))
      ])
    )
  );
const claimsOf = (scene: Scene) =>
  new Set(scene.parts.flatMap(({ shows }) => shows.map(({ character }) => character)));

/** The state of a character that a drawing shows. */
const shownOf = (scene: Scene, slug: string) =>
  scene.parts.flatMap(({ shows }) => shows).find(({ character }) => character === slug)?.state;

/** The states that some plant of the library has. */
const statesInUse = new Map<string, string[]>();
for (const character of library.characters)
  if (character.kind === 'states')
    statesInUse.set(
      character.slug,
      character.states
        .filter(
          ({ absent }, i) =>
            !absent &&
            [...library.taxa.values()].some((taxon) =>
              [...taxon.stages.values()].some((stage) => stage.cells.get(character.slug)?.listed[i])
            )
        )
        .map(({ slug }) => slug)
    );

/** Outline and edge of a divided leaf are drawn by its division, those of a shield by its base; a hood is its cluster. */
function goesWithAnother(slug: string, scene: Scene): boolean {
  const shown = scene.parts.flatMap(({ shows }) => shows);
  const has = (character: string, ...states: string[]) =>
    shown.some((one) => one.character === character && states.includes(one.state));
  if (slug === 'leaf-outline') return !has('leaf-division', 'undivided') || has('leaf-base', 'shield');
  if (slug === 'leaf-margin') return !has('leaf-division', 'undivided', 'lobed');
  if (slug === 'spathe') return has('flower-cluster', 'hood', 'from-ground');
  return false;
}

const plants = drawnTaxa(library).flatMap((taxon) =>
  [...taxon.stages.values()].filter(isDrawnAt).map((stage) => ({ taxon, stage }))
);

describe('what a drawing says it shows', () => {
  // One stage of each plant, in every other view: all of them took minutes.
  const samples = drawnTaxa(library).map((taxon, i) => {
    const stages = [...taxon.stages.values()].filter(isDrawnAt);
    const seen = views.filter((_, nth) => (nth + i) % 2 === 0);
    return { taxon, stage: stages[i % stages.length]!, seen };
  });
  it.each(samples.map(({ taxon, stage, seen }) => [taxon.slug, stage.stage, taxon, stage, seen] as const))(
    '%s in %s: no state is ignored',
    (_slug, _name, taxon, stage, seen) => {
      for (const view of seen) {
        const scene = specimen(library, taxon, stage, 5, view);
        const mine = shapesOf(scene);
        for (const slug of claimsOf(scene)) {
          const character = library.character.get(slug)!;
          const weights = stage.cells.get(slug)!;
          if (character.kind !== 'states' || slug === 'scent' || lacksOrgan(character, weights)) continue;
          if (goesWithAnother(slug, scene)) continue;
          const own = shownOf(scene, slug);
          const others = statesInUse.get(slug)!.filter((state) => state !== own);
          const isDrawn = others.some(
            (state) =>
              shapesOf(
                specimen(library, taxon, withState(stage, character, always(character, state)), 5, view)
              ) !== mine
          );
          expect({ slug, view, isDrawn: isDrawn || others.length === 0 }).toEqual({
            slug,
            view,
            isDrawn: true
          });
        }
      }
    }
  );
});

describe('a curated pair', () => {
  const pairs = library.pairs.map(({ target, lookalike }) => [target, lookalike] as const);
  /** A drawing picks one of several states: here the usual one of each plant. */
  const usual = (character: Character, weights: Weights): Weights =>
    character.kind === 'states'
      ? always(character, character.states[weights.frequency.indexOf(Math.max(...weights.frequency))]!.slug)
      : weights;
  /** What a drawing comes to here: most plants stand in several pairs, with the same states. */
  interface Drawn {
    readonly digest: string;
    readonly shows: boolean;
  }
  const known = new Map<string, Drawn>();
  function drawn(
    taxon: LibraryTaxon,
    stage: StageDescription,
    character: Character,
    weights: Weights,
    view: View
  ): Drawn {
    const key = JSON.stringify([taxon.slug, stage.stage, character.slug, weights.frequency]);
    const before = known.get(key);
    if (before) return before;
    const scene = specimen(library, taxon, withState(stage, character, weights), 5, view);
    const shows = claimsOf(scene).has(character.slug) && !goesWithAnother(character.slug, scene);
    const now = { digest: createHash('sha1').update(shapesOf(scene)).digest('base64'), shows };
    known.set(key, now);
    return now;
  }

  it.each(pairs)(
    '%s / %s: what tells the two apart, and is said to be shown, is drawn',
    (target, lookalike) => {
      const [own, other] = [library.taxa.get(target)!, library.taxa.get(lookalike)!];
      for (const a of own.stages.values())
        for (const b of other.stages.values()) {
          if (!isDrawnAt(a)) continue;
          for (const character of library.characters) {
            const [mine, theirs] = [a.cells.get(character.slug), b.cells.get(character.slug)];
            const [view] = viewsFor([character.slug], 1);
            if (!mine || !theirs || !view || character.kind !== 'states' || character.sense === 'scent')
              continue;
            if (separability(character, mine, theirs) < separates) continue;
            if (lacksOrgan(character, mine) || lacksOrgan(character, theirs)) continue;
            const { digest, shows } = drawn(own, a, character, usual(character, mine), view);
            if (!shows) continue;
            const place = `${character.slug}, ${a.stage} and ${b.stage}`;
            const differs = digest !== drawn(own, a, character, usual(character, theirs), view).digest;
            expect({ place, differs }).toEqual({ place, differs: true });
          }
        }
    }
  );
});

describe('frequency words', () => {
  it('are honoured: over 1,000 seeds each state comes as often as its word says, within four deviations', () => {
    const seeds = 1000;
    const watched = [
      ['conium-maculatum', 'flower', 'stem-marks', 'stem'],
      ['arum-maculatum', 'leaf', 'leaf-spots', 'leaf'],
      ['daucus-carota', 'flower', 'dark-floret', 'flower']
    ] as const;
    for (const [slug, name, which, view] of watched) {
      const taxon = library.taxa.get(slug)!;
      const stage = taxon.stages.get(name)!;
      const character = library.character.get(which)!;
      if (character.kind !== 'states') throw new Error(which);
      const weights = stage.cells.get(which)!;
      const listed = weights.frequency.map((share, i) => (weights.listed[i] ? share : 0));
      const sum = listed.reduce((a, b) => a + b, 0);
      const counts = new Map<string, number>();
      for (let seed = 0; seed < seeds; seed += 1) {
        const state = specimen(library, taxon, stage, seed, view)
          .parts.flatMap(({ shows }) => shows)
          .find(({ character: shown }) => shown === which)!.state;
        counts.set(state, (counts.get(state) ?? 0) + 1);
      }
      character.states.forEach((state, i) => {
        const p = listed[i]! / sum;
        const bound = 4 * Math.sqrt(seeds * p * (1 - p)) + 1e-9;
        expect(
          Math.abs((counts.get(state.slug) ?? 0) - seeds * p),
          `${which} ${state.slug}`
        ).toBeLessThanOrEqual(bound);
      });
    }
  });
});

describe('every plant at every stage, in every view', () => {
  it.each(plants.map(({ taxon, stage }) => [taxon.slug, stage.stage, taxon, stage] as const))(
    '%s in %s is drawn with numbers that are numbers, and points into its own parts',
    (_slug, _name, taxon, stage) => {
      for (const view of views) {
        const { parts, bounds } = specimen(library, taxon, stage, 11, view);
        for (const value of parts.length > 0 ? Object.values(bounds) : [])
          expect(Number.isFinite(value), view).toBe(true);
        for (const part of parts)
          for (const { rings } of part.shapes)
            for (const ring of rings)
              for (const { x, y } of ring)
                if (!Number.isFinite(x + y)) throw new Error(`${view} ${part.kind}`);
      }
    }
  );
});
