import { describe, expect, it } from 'vitest';
import { drawnTaxa, everyPlant } from '../../../tests/support/content';
import { englishName } from '../knowledge';
import { composePlate, isDrawnAt, plateInWords, standardViews, typicalSeed } from './index';

const library = everyPlant();
const size = { width: 290, height: 340 };
const words = (slug: string, stage: 'leaf' | 'flower' | 'fruit', seed = typicalSeed) => {
  const taxon = library.taxa.get(slug)!;
  const described = taxon.stages.get(stage)!;
  return plateInWords(
    library,
    composePlate(library, taxon, described, seed, standardViews(library, taxon, described), size)
  );
};

describe('a plate in words', () => {
  it('says what is drawn, in the terms of the glossary, view by view', () => {
    const [plant, cluster, stem] = words('conium-maculatum', 'flower');
    expect(plant).toContain('The plant: ');
    expect(cluster).toContain('A cluster from near: ');
    expect(stem).toContain('A length of stem from near: ');
    expect([plant, cluster, stem].join(' ')).toContain('purple blotches');
    expect(words('sambucus-nigra', 'fruit').join(' ')).toContain('inside of the fruit: two to five seeds');
  });

  it('says how tall a tall plant is, as its plate shows it beside a person', () => {
    expect(words('heracleum-mantegazzianum', 'flower').at(-1)).toMatch(
      /about [2-6]\.\d m tall, and a person/
    );
    expect(words('allium-ursinum', 'leaf').join(' ')).not.toContain('person');
  });

  it('says each thing once, and no more than is drawn', () => {
    const all = words('allium-ursinum', 'leaf').join(' ');
    expect(all.split('outline of the leaf:')).toHaveLength(2);
    expect(all).not.toMatch(/flower|scent|torn/);
  });

  it('never names the plant', () => {
    for (const taxon of drawnTaxa(library))
      for (const stage of [...taxon.stages.values()].filter(isDrawnAt)) {
        const plate = composePlate(
          library,
          taxon,
          stage,
          5,
          ['whole', 'leaf', 'stem', 'flower', 'fruit'],
          size
        );
        const text = plateInWords(library, plate).join(' ').toLowerCase();
        expect(text, taxon.slug).not.toContain(taxon.name.toLowerCase());
        const name = englishName(taxon).toLowerCase();
        if (name.includes(' ')) expect(text, taxon.slug).not.toContain(name);
      }
  });

  it('tells the usual specimen: what is rare does not come to stand for a plant', () => {
    expect(words('taraxacum-officinale', 'leaf').join(' ')).toContain('division of the leaf: deeply lobed');
    expect(words('taraxacum-officinale', 'leaf')).toEqual(words('taraxacum-officinale', 'leaf'));
  });
});
