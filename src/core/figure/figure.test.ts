import { describe, expect, it } from 'vitest';
import { drawnTaxa, drawnTaxon, shippedFiles, shippedLibrary } from '../../../tests/support/content';
import { readLibrary } from '../knowledge';
import {
  anchorOf,
  charactersAt,
  composePlate,
  listParts,
  renderPlate,
  shownCharacters,
  viewsFor
} from './index';

const library = shippedLibrary();
const size = { width: 290, height: 340 };
const plateOf = (slug: string, stage: 'leaf' | 'flower' | 'first-year leaf', seed: number, from = library) =>
  composePlate(
    from,
    drawnTaxon(from, slug),
    from.taxa.get(slug)!.stages.get(stage)!,
    seed,
    ['whole', 'leaf', 'flower', 'stem'],
    size
  );

describe('specimens', () => {
  it('are the same to the letter for the same seed, and others for another', () => {
    expect(renderPlate(plateOf('allium-ursinum', 'leaf', 3))).toBe(
      renderPlate(plateOf('allium-ursinum', 'leaf', 3))
    );
    expect(renderPlate(plateOf('allium-ursinum', 'leaf', 3))).not.toBe(
      renderPlate(plateOf('allium-ursinum', 'leaf', 4))
    );
  });

  it('change when a described state changes', () => {
    const files = shippedFiles().map((file) =>
      file.path.endsWith('digitalis-purpurea.yaml')
        ? {
            ...file,
            text: file.text.replace('leaf-margin: round-toothed', 'leaf-margin: entire')
          }
        : file
    );
    const result = readLibrary(files);
    if ('problems' in result) throw new Error(result.problems.join());
    expect(renderPlate(plateOf('digitalis-purpurea', 'first-year leaf', 3, result.library))).not.toBe(
      renderPlate(plateOf('digitalis-purpurea', 'first-year leaf', 3))
    );
  });

  it('say nothing in words that would give the answer away', () => {
    const svg = renderPlate(plateOf('conium-maculatum', 'flower', 5));
    expect(svg).not.toMatch(/conium|hemlock|hairless|blotch|<text|<title| id=|class=/i);
  });

  it('draw every described stage of every taxon within its frame', () => {
    for (const taxon of drawnTaxa(library))
      for (const stage of taxon.stages.values()) {
        const plate = composePlate(library, taxon, stage, 11, ['whole', 'leaf', 'stem', 'flower'], size);
        const svg = renderPlate(plate);
        expect(svg, `${taxon.slug} ${stage.stage}`).not.toMatch(/NaN|Infinity|undefined/);
        for (const { at } of listParts(plate)) {
          expect(at.x).toBeGreaterThan(-20);
          expect(at.x).toBeLessThan(size.width + 20);
        }
      }
  });

  it('show blotches on most but not all hemlock stems, as the frequency words say', () => {
    const hemlock = drawnTaxon(library, 'conium-maculatum');
    const drawn = Array.from({ length: 60 }, (_, seed) => {
      const plate = composePlate(library, hemlock, hemlock.stages.get('flower')!, seed, ['stem'], size);
      return plate.figures[0]!.scene.parts[0]!.shows.find(({ character }) => character === 'stem-marks')!
        .state;
    });
    const share = drawn.filter((state) => state === 'blotched').length / drawn.length;
    expect(share).toBeGreaterThan(0.5);
    expect(share).toBeLessThan(0.9);
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
    const ramsons = drawnTaxon(library, 'allium-ursinum');
    const plate = composePlate(
      library,
      ramsons,
      ramsons.stages.get('leaf')!,
      1,
      ['whole', 'torn leaf'],
      size
    );
    expect(shownCharacters(plate).has('scent')).toBe(false);
  });

  it('choose the close view that shows a character', () => {
    expect(viewsFor(['stem-hairs', 'bracts', 'stem-marks'], 3)).toEqual(['stem', 'flower']);
  });
});
