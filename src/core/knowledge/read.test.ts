import { describe, expect, it } from 'vitest';
import { shippedFiles } from '../../../tests/support/content';
import { readLibrary, useClaims } from './index';
import { Recipe } from './schema';

/** The shipped files with one text replaced in one file. */
function readWith(path: string, from: string, to: string) {
  const files = shippedFiles().map((file) =>
    file.path === path ? { ...file, text: file.text.replace(from, to) } : file
  );
  const result = readLibrary(files);
  return 'problems' in result ? result.problems : [];
}

const ramsons = 'taxa/allium-ursinum.yaml';

describe('reading the content', () => {
  it('names file, taxon and field of a state that the glossary lacks', () => {
    expect(readWith(ramsons, 'leaf-outline: elliptic', 'leaf-outline: oval')[0]).toContain(
      `${ramsons} (allium-ursinum): stages.leaf.description.leaf-outline: has no state 'oval'`
    );
  });

  it('names a frequency word that is none', () => {
    expect(readWith(ramsons, 'leaf-spots: plain', 'leaf-spots: { plain: mostly }')[0]).toMatch(
      /allium-ursinum\.yaml \(allium-ursinum\): stages\.leaf\.description\.leaf-spots/
    );
  });

  it('refuses a description that lists too little', () => {
    expect(readWith(ramsons, 'scent: garlic', 'scent: { garlic: sometimes }')[0]).toContain(
      'lists too little'
    );
  });

  it('says where a file is not YAML', () => {
    expect(readWith(ramsons, 'slug: allium-ursinum', 'slug: [')[0]).toContain(`${ramsons}: is not YAML`);
  });

  it('refuses a pair whose taxon is missing', () => {
    expect(readWith('pairs.yaml', 'lookalike: convallaria-majalis', 'lookalike: nobody')[0]).toContain(
      'names a taxon that is not there'
    );
  });

  it('gives the same content the same hash, and other content another', () => {
    const hashOf = (files = shippedFiles()) => {
      const result = readLibrary(files);
      return 'library' in result ? result.library.hash : '';
    };
    expect(hashOf()).toBe(hashOf([...shippedFiles()].reverse()));
    const changed = shippedFiles().map((file) => ({
      ...file,
      text: file.text.replace('scent: garlic', 'scent: { garlic: usually }')
    }));
    expect(hashOf(changed)).not.toBe(hashOf());
  });

  it('changes the hash of a claim with any word of it', () => {
    const result = readLibrary(shippedFiles());
    if ('problems' in result) throw new Error();
    const taxon = result.library.taxa.get('allium-ursinum')!;
    const [claim] = useClaims(taxon);
    const [other] = useClaims({ ...taxon, uses: [{ ...taxon.uses[0]!, preparation: 'Raw.' }] });
    expect(claim!.hash).not.toBe(other!.hash);
  });
});

describe('the recipe of an earlier release', () => {
  it('is read without the colours that described states give now', () => {
    const colour = { upper: '#5F9A3F', stem: '#9BBC72', flower: { purple: '#C39AD0' } };
    expect(Recipe.parse({ colour }).colour).toEqual({ flower: { purple: '#C39AD0' } });
    expect(Recipe.parse({ colour: { upper: '#5F9A3F' } }).colour).toEqual({});
    expect(Recipe.safeParse({ colour: { lower: '#5F9A3F' } }).success).toBe(false);
  });
});
