import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { pieceAt, pieceNamed } from './index';

describe('the piece that is taken', () => {
  it.each([
    ['young leaf', 'leaf blade'],
    ['flower umbel', 'flower'],
    ['ripe berry', 'fruit'],
    ['root of the first year', 'underground'],
    ['white foot of a young shoot', 'leaf blade'],
    ['young stem', 'stem'],
    ['frond', 'frond'],
    ['flesh', 'shell']
  ])('%s has %s in the hand', (part, organ) => {
    expect(pieceNamed(part).main).toBe(organ);
  });

  it('is broken from something: a leaf from its stalk, a root from leaf stalks', () => {
    expect(pieceNamed('leaf').organs).toContain('leaf stalk and sheath');
    expect(pieceNamed('root').organs).toContain('leaf stalk and sheath');
    expect(pieceNamed('leaf').organs).not.toContain('flower');
    expect(pieceNamed('leafy shoot').organs).toContain('stem');
    expect(pieceNamed('young leaf').organs).not.toContain('stem');
  });

  it('is a leaf, the least that shows anything, where nobody knows the word', () => {
    expect(pieceNamed('scape').main).toBe('leaf blade');
  });

  it('is known of every use of the starter library at its stages', () => {
    for (const taxon of shippedLibrary().taxa.values())
      for (const { kind, stages } of taxon.uses)
        for (const stage of stages)
          if (kind !== 'history') expect(pieceAt(taxon, stage), `${taxon.slug} ${stage}`).toBeDefined();
  });
});
