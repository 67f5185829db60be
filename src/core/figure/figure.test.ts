import { XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { drawnTaxa, everyPlant } from '../../../tests/support/content';
import type { LibraryTaxon, Stage } from '../knowledge';
import { areaOf, isInside } from './geometry';
import {
  type View,
  anchorOf,
  belowGround,
  boundsOf,
  charactersAt,
  composePlate,
  isDrawnAt,
  listParts,
  renderPlate,
  shownCharacters,
  specimen,
  standardViews,
  viewsFor
} from './index';
import { visibleShares } from './visibility';

const library = everyPlant();
const size = { width: 290, height: 340 };
const taxonOf = (slug: string): LibraryTaxon => library.taxa.get(slug)!;
const stageOf = (slug: string, stage: Stage) => taxonOf(slug).stages.get(stage)!;
const plateOf = (slug: string, stage: Stage, seed: number) =>
  composePlate(library, taxonOf(slug), stageOf(slug, stage), seed, ['whole', 'leaf', 'flower', 'stem'], size);

describe('specimens', () => {
  it('are the same to the letter for the same seed, and others for another', () => {
    const svg = renderPlate(plateOf('allium-ursinum', 'leaf', 3));
    expect(renderPlate(plateOf('allium-ursinum', 'leaf', 3))).toBe(svg);
    expect(renderPlate(plateOf('allium-ursinum', 'leaf', 4))).not.toBe(svg);
  });

  it('do not share a pose between two plants with one seed', () => {
    const lean = (slug: string) => {
      const { parts } = specimen(library, taxonOf(slug), stageOf(slug, 'leaf'), 3, 'whole');
      return parts.filter(({ kind }) => kind === 'leaf').map(({ anchor }) => Math.atan2(anchor.x, -anchor.y));
    };
    expect(lean('allium-ursinum')).not.toEqual(lean('arum-maculatum'));
  });

  it('bear their pairs of leaves crosswise: every other pair points at the viewer and is seen shorter', () => {
    const spans = [1, 2, 3, 4, 5, 6].flatMap((seed) => {
      const { parts } = specimen(
        library,
        taxonOf('urtica-dioica'),
        stageOf('urtica-dioica', 'leaf'),
        seed,
        'whole'
      );
      const reach = parts
        .filter(({ kind }) => kind === 'leaf')
        .map(({ anchor }) => anchor)
        .sort((a, b) => b.y - a.y);
      // Neighbours by height are of one pair.
      return [0, 1, 2].map((pair) => Math.abs(reach[2 * pair]!.x - reach[2 * pair + 1]!.x));
    });
    const widest = Math.max(...spans);
    expect(spans.filter((span) => span < widest * 0.55).length).toBeGreaterThan(spans.length * 0.2);
    expect(spans.filter((span) => span > widest * 0.65).length).toBeGreaterThan(spans.length * 0.2);
  });

  it('say nothing in words, names or order that would give the answer away', () => {
    for (const [slug, stage] of [
      ['conium-maculatum', 'flower'],
      ['daucus-carota', 'flower']
    ] as const) {
      const svg = renderPlate(plateOf(slug, stage, 5));
      expect(svg).not.toMatch(
        /conium|hemlock|daucus|carrot|hairless|blotch|<text|<title|<desc| id=|class=|<script|href/i
      );
      expect(XMLValidator.validate(svg)).toBe(true);
    }
  });

  it('point with every leader line into the part that is meant', () => {
    for (const taxon of drawnTaxa(library))
      for (const stage of [...taxon.stages.values()].filter(isDrawnAt))
        for (const part of specimen(library, taxon, stage, 2, 'leaf').parts)
          if (part.kind === 'leaf' && part.shows.length > 0)
            expect(
              part.hit.some((ring) => isInside(part.anchor, ring)),
              `${taxon.slug} ${stage.stage}`
            ).toBe(true);
  });

  it('show every kind of part that has something to tell, unhidden enough to judge it', () => {
    const poor: string[] = [];
    for (const taxon of drawnTaxa(library))
      for (const stage of [...taxon.stages.values()].filter(isDrawnAt)) {
        const { parts } = specimen(library, taxon, stage, 4, 'whole');
        const shares = visibleShares(parts);
        const best = new Map<string, number>();
        parts.forEach(({ kind, shows }, i) => {
          if (shows.length > 0) best.set(kind, Math.max(best.get(kind) ?? 0, shares[i]!));
        });
        for (const [kind, seen] of best)
          if (seen < 0.15) poor.push(`${taxon.slug} ${stage.stage} ${kind} ${seen.toFixed(2)}`);
      }
    expect(poor).toEqual([]);
  });
});

describe('measured from the drawing', () => {
  const bladeOf = (slug: string, stage: Stage, seed: number, view: View = 'leaf') => {
    const { parts } = specimen(library, taxonOf(slug), stageOf(slug, stage), seed, view);
    const ring = parts.find(({ kind }) => kind === 'leaf')!.hit[0]!;
    const box = boundsOf(ring);
    return { ring, wide: box.right - box.left, long: box.bottom - box.top };
  };

  it('the width of an undivided blade lies in its described range, to the fold and the teeth', () => {
    for (const [slug, stage] of [
      ['allium-ursinum', 'leaf'],
      ['plantago-major', 'leaf'],
      ['mercurialis-perennis', 'leaf']
    ] as const)
      for (let seed = 0; seed < 12; seed += 1) {
        const { low, high } = stageOf(slug, stage).cells.get('leaf-width')!.range!;
        const { wide } = bladeOf(slug, stage, seed);
        expect(wide, slug).toBeGreaterThan(low * 0.85);
        expect(wide, slug).toBeLessThan(high * 1.25);
      }
  });

  it('a lanceolate blade is longer for its width than an ovate one, a strap longer than both', () => {
    const ratio = (slug: string) => {
      // Near, a strap is shown by its tip; its underside has its whole length.
      const { long, ring } = bladeOf(slug, 'leaf', 3, 'underside');
      return long ** 2 / areaOf(ring);
    };
    expect(ratio('hyacinthoides-non-scripta')).toBeGreaterThan(ratio('plantago-lanceolata'));
    expect(ratio('plantago-lanceolata')).toBeGreaterThan(ratio('plantago-major'));
  });

  it('leaflets come in pairs and one at the end, as many as described', () => {
    for (const slug of ['filipendula-ulmaria', 'sambucus-nigra', 'pastinaca-sativa']) {
      const stage = taxonOf(slug).stages.has('leaf') ? 'leaf' : 'first-year leaf';
      const { low, high } = stageOf(slug, stage).cells.get('leaflet-pairs')!.range!;
      for (let seed = 0; seed < 8; seed += 1) {
        const leaf = specimen(library, taxonOf(slug), stageOf(slug, stage), seed, 'leaf').parts.find(
          ({ kind }) => kind === 'leaf'
        )!;
        expect(leaf.hit.length % 2, slug).toBe(1);
        expect((leaf.hit.length - 1) / 2).toBeGreaterThanOrEqual(Math.round(low));
        expect((leaf.hit.length - 1) / 2).toBeLessThanOrEqual(Math.round(high));
      }
    }
  });

  it('an umbel has as many rays as described', () => {
    for (const slug of [
      'conium-maculatum',
      'anthriscus-sylvestris',
      'daucus-carota',
      'heracleum-sphondylium'
    ]) {
      const { low, high } = stageOf(slug, 'flower').cells.get('ray-count')!.range!;
      for (let seed = 1; seed <= 8; seed += 1) {
        const { parts } = specimen(library, taxonOf(slug), stageOf(slug, 'flower'), seed, 'flower');
        const rays = parts.find(({ kind }) => kind === 'flower cluster')!.shapes[0]!.rings.length;
        expect(rays, slug).toBeGreaterThanOrEqual(Math.round(low));
        expect(rays, slug).toBeLessThanOrEqual(Math.round(high));
      }
    }
  });

  it('a three-leaved leaf has three leaflets, a petal count its petals', () => {
    const clover = specimen(
      library,
      taxonOf('trifolium-repens'),
      stageOf('trifolium-repens', 'leaf'),
      1,
      'leaf'
    );
    expect(clover.parts.find(({ kind }) => kind === 'leaf')!.hit).toHaveLength(3);
    for (const [slug, count] of [
      ['alliaria-petiolata', 4],
      ['conium-maculatum', 5],
      ['allium-ursinum', 6],
      ['solanum-dulcamara', 5]
    ] as const) {
      const flower = specimen(library, taxonOf(slug), stageOf(slug, 'flower'), 1, 'single flower');
      const { shapes } = flower.parts.find(({ kind }) => kind === 'flower')!;
      // Each petal is a wash of its own in the flower's colour.
      const fills = shapes
        .filter(({ fill, stroke, opacity }) => fill && !stroke && opacity === undefined)
        .map(({ fill }) => fill);
      const colours = fills.map((fill) => fills.filter((other) => other === fill).length);
      expect(colours, slug).toContain(count);
    }
  });
});

describe('visibility', () => {
  const square = (x: number, y: number, side: number) => [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side }
  ];
  const part = (hit: ReturnType<typeof square>) => ({
    kind: 'leaf' as const,
    shapes: [],
    shows: [],
    hit: [hit],
    depth: 0,
    anchor: hit[0]!
  });

  it('is the share that nothing nearer covers', () => {
    const [under, over] = visibleShares([part(square(0, 0, 10)), part(square(5, 0, 10))]);
    expect(under).toBeCloseTo(0.5, 1);
    expect(over).toBe(1);
    expect(areaOf(square(0, 0, 10))).toBe(100);
  });

  it('is nothing for what is covered all over, and one for a part without an area', () => {
    expect(visibleShares([part(square(2, 2, 4)), part(square(0, 0, 10))])[0]).toBe(0);
    expect(visibleShares([])).toEqual([]);
    expect(visibleShares([{ ...part(square(0, 0, 1)), hit: [] }])).toEqual([1]);
  });
});

describe('grass before a plant', () => {
  const inGrass = (seed: number) =>
    specimen(library, taxonOf('daucus-carota'), stageOf('daucus-carota', 'flower'), seed, 'whole', {
      inGrass: true
    });

  it('stands in front, shows nothing itself and hides no kind of part altogether', () => {
    for (let seed = 1; seed <= 10; seed += 1) {
      const { parts } = inGrass(seed);
      expect(parts.at(-1)).toMatchObject({ kind: 'ground', shows: [] });
      const shares = visibleShares(parts);
      const seen = new Map<string, number>();
      parts.forEach(({ kind, shows }, i) => {
        if (shows.length > 0) seen.set(kind, Math.max(seen.get(kind) ?? 0, shares[i]!));
      });
      for (const [kind, share] of seen) expect(share, kind).toBeGreaterThan(0.15);
    }
  });

  it('does not stand before twigs in the hand, nor on the shore', () => {
    for (const [slug, stage] of [
      ['taxus-baccata', 'leaf'],
      ['palmaria-palmata', 'leaf']
    ] as const) {
      const plain = specimen(library, taxonOf(slug), stageOf(slug, stage), 3, 'whole');
      expect(specimen(library, taxonOf(slug), stageOf(slug, stage), 3, 'whole', { inGrass: true })).toEqual(
        plain
      );
    }
  });
});

describe('the plate of a sheet', () => {
  const viewsOf = (slug: string, stage: Stage) => standardViews(library, taxonOf(slug), stageOf(slug, stage));

  it('shows flowers or fruits first, if there are any, and never a cut or dug part', () => {
    expect(viewsOf('conium-maculatum', 'flower')).toEqual(['whole', 'flower', 'stem']);
    expect(viewsOf('crataegus-monogyna', 'fruit')[1]).toBe('fruit');
    for (const taxon of drawnTaxa(library))
      for (const stage of taxon.stages.values())
        expect(standardViews(library, taxon, stage)).not.toContain('underground');
  });

  it('shows an underside only where it is another than the upper side', () => {
    expect(viewsOf('artemisia-vulgaris', 'leaf')).toContain('underside');
    expect(viewsOf('allium-ursinum', 'leaf')).not.toContain('underside');
  });
});

describe('plates', () => {
  it('leave out close views of what the plant does not have yet', () => {
    const views = plateOf('allium-ursinum', 'leaf', 3).figures.map(({ scene }) => scene.view);
    expect(views).toEqual(['whole', 'leaf']);
  });

  it('hit the part that is drawn under a tap, and nothing on bare paper', () => {
    const plate = plateOf('allium-ursinum', 'leaf', 3);
    const anchor = anchorOf(plate, 'leaf-venation')!;
    expect(charactersAt(plate, anchor)).toContain('leaf-venation');
    expect(charactersAt(plate, { x: 2, y: 200 })).toBeUndefined();
  });

  it('never claim to show a scent', () => {
    const plate = composePlate(
      library,
      taxonOf('allium-ursinum'),
      stageOf('allium-ursinum', 'leaf'),
      1,
      ['whole', 'torn leaf'],
      size
    );
    expect(shownCharacters(plate).has('scent')).toBe(false);
  });

  it('choose the close view that shows a character', () => {
    expect(viewsFor(['stem-hairs', 'bracts', 'stem-marks'], 3)).toEqual(['stem', 'flower']);
  });

  it('keep the places of all parts near the frame', () => {
    for (const taxon of drawnTaxa(library)) {
      const stage = [...taxon.stages.values()].find(isDrawnAt)!;
      for (const { at, shows } of listParts(composePlate(library, taxon, stage, 11, ['whole', 'leaf'], size)))
        if (shows.length > 0) {
          expect(at.x, taxon.slug).toBeGreaterThan(-20);
          expect(at.x, taxon.slug).toBeLessThan(size.width + 20);
        }
    }
  });

  it('show what is below the ground on a plate of its own, without a bar, for whoever asks', () => {
    const [taxon, stage] = [taxonOf('conopodium-majus'), stageOf('conopodium-majus', 'leaf')];
    const asked = belowGround(library, taxon, stage)!;
    expect(asked.address).toContain('views=underground');
    expect(asked.words.join(' ')).toMatch(/^The underground part: /);
    expect(composePlate(library, taxon, stage, 0, ['underground'], size).marks).toEqual([]);
    expect(belowGround(library, taxonOf('ulva-lactuca'), stageOf('ulva-lactuca', 'leaf'))).toBeUndefined();
  });

  it('carry a bar for each view that is as long as its label says', () => {
    const plate = plateOf('allium-ursinum', 'leaf', 3);
    expect(plate.marks).toHaveLength(2 * plate.figures.length);
    const [bar] = plate.marks;
    const { scale } = plate.figures[0]!;
    const millimetres = (bar!.rings[1]![1]!.x - bar!.rings[1]![0]!.x) / scale;
    expect([1, 2, 5, 10, 20, 50, 100, 200]).toContain(Math.round(millimetres * 1000) / 1000);
  });
});
