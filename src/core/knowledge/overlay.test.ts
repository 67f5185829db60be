import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import {
  type Edit,
  type LibraryDocument,
  applyEdits,
  cellAt,
  cellHash,
  cellsOf,
  compileLibrary,
  parseCell,
  entriesNamed,
  entryProblem,
  ofLibrary,
  stricter,
  valueAt,
  withCell,
  withEntry
} from './index';

const { document } = shippedContent();
const taxon = (slug: string, from: LibraryDocument = document) => from.taxa.find((one) => one.slug === slug)!;
const edit = (slug: string, path: string, value: unknown, from = document): Edit => ({
  taxon: slug,
  path,
  kind: value === undefined ? 'remove' : 'set',
  value,
  baseHash: cellHash(cellAt(taxon(slug, from), path))
});
const hazard = 'hazards/eaten:whole plant';

describe('the cells of a taxon', () => {
  it('are what it is made of: taking each out and putting it back changes nothing', () => {
    const hemlock = taxon('conium-maculatum');
    for (const [path, value] of cellsOf(hemlock)) {
      if (path === 'family' || path === 'lifeForm' || path === 'basis' || path === 'habitats') continue;
      const without = withCell(hemlock, path, undefined);
      expect(cellAt(without, path), path).toBeUndefined();
      if (!path.endsWith('/windows'))
        expect(cellsOf(withCell(without, path, value)), path).toEqual(cellsOf(hemlock));
    }
  });

  it('have paths of their own in every starter entry', () => {
    for (const one of document.taxa) {
      const items = one.uses.length + one.hazards.length + one.names.length + one.legal.length;
      const paths = [...cellsOf(one).keys()].filter((path) => /^(uses|hazards|names|legal)\//.test(path));
      expect(paths, one.slug).toHaveLength(items);
    }
  });

  it('take only values of their kind', () => {
    expect(parseCell('stages/leaf/leaf-outline', { elliptic: 'always' })).toHaveProperty('value');
    expect(parseCell('stages/leaf/leaf-outline', { elliptic: 'mostly' })).toHaveProperty('problem');
    expect(parseCell('stages/autumn/leaf-outline', { elliptic: 'always' })).toHaveProperty('problem');
    expect(parseCell('names/en:Hemlock', { name: 'Other', language: 'en', region: 'here' })).toEqual({
      problem: 'belongs at names/en:Other'
    });
  });
});

describe('a school’s edits', () => {
  it('stand over single cells and leave the rest to the release', () => {
    const { document: own, review } = applyEdits(document, [
      edit('conium-maculatum', 'stages/leaf/scent', { rank: 'always' }),
      edit('conium-maculatum', 'note', 'Stands by our gate.')
    ]);
    expect(review).toEqual([]);
    expect(taxon('conium-maculatum', own).stages.leaf!.description['scent']).toEqual({ rank: 'always' });
    expect(taxon('conium-maculatum', own).note).toBe('Stands by our gate.');
    expect(taxon('daucus-carota', own)).toBe(taxon('daucus-carota'));
  });

  it('that were withdrawn count for nothing', () => {
    const { document: own } = applyEdits(document, [
      { ...edit('conium-maculatum', 'note', 'Never mind.'), kind: 'withdraw' }
    ]);
    expect(own).toEqual(document);
  });

  it('can remove a stage, and add a taxon of the school’s own that counts like the starter’s', () => {
    const own = { ...taxon('conium-maculatum'), slug: 'own-hemlock', name: 'Conium proprium' };
    const { document: changed } = applyEdits(document, [
      edit('conium-maculatum', 'stages/winter/windows', undefined),
      { taxon: 'own-hemlock', path: 'taxon', kind: 'set', value: own, baseHash: undefined }
    ]);
    expect(Object.keys(taxon('conium-maculatum', changed).stages)).not.toContain('winter');
    const { library, problems } = compileLibrary(changed);
    expect(problems).toEqual([]);
    expect(library.taxa.get('own-hemlock')!.eatenSeverity).toBe(4);
  });
});

describe('an upgrade of the release', () => {
  const upgrade = (slug: string, path: string, value: unknown): LibraryDocument => ({
    ...document,
    taxa: document.taxa.map((one) => (one.slug === slug ? withCell(one, path, value) : one))
  });

  it('keeps edits whose base is as it was, and passes on what was not edited', () => {
    const edits = [edit('conium-maculatum', 'note', 'Ours.')];
    const { document: own, review } = applyEdits(
      upgrade('conium-maculatum', 'stages/leaf/scent', { rank: 'always' }),
      edits
    );
    expect(review).toEqual([]);
    expect(taxon('conium-maculatum', own).note).toBe('Ours.');
    expect(taxon('conium-maculatum', own).stages.leaf!.description['scent']).toEqual({ rank: 'always' });
  });

  it('sends an edit to review whose base changed; a disputed description is not known meanwhile', () => {
    const edits = [edit('conium-maculatum', 'stages/leaf/scent', { grassy: 'always' })];
    const { document: own, review } = applyEdits(
      upgrade('conium-maculatum', 'stages/leaf/scent', { rank: 'always' }),
      edits
    );
    expect(review).toMatchObject([{ base: { rank: 'always' }, held: undefined }]);
    expect(taxon('conium-maculatum', own).stages.leaf!.description).not.toHaveProperty('scent');
  });

  it('needs no review where both came to the same', () => {
    const edits = [edit('conium-maculatum', 'stages/leaf/scent', { rank: 'always' })];
    expect(
      applyEdits(upgrade('conium-maculatum', 'stages/leaf/scent', { rank: 'always' }), edits).review
    ).toEqual([]);
  });

  it('holds the higher severity, whoever states it', () => {
    const base = cellAt(taxon('conium-maculatum'), hazard) as { severity: number };
    const [low, high] = [
      { ...base, severity: 1 },
      { ...base, severity: 4 }
    ];
    expect(stricter(hazard, low, high)).toBe(high);
    expect(stricter(hazard, high, low)).toBe(high);
    expect(stricter(hazard, undefined, low)).toBe(low);
  });

  it('holds of a use what both allow, under the conditions of both', () => {
    const use = (stages: string[], conditions: string) => ({
      kind: 'food',
      part: 'leaf',
      stages,
      preparation: 'Cooked.',
      conditions
    });
    expect(
      stricter('uses/food:leaf', use(['leaf', 'flower'], 'Ours.'), use(['leaf'], 'Theirs.'))
    ).toMatchObject({ stages: ['leaf'], conditions: 'Ours. Theirs.' });
    expect(stricter('uses/food:leaf', use(['flower'], 'Ours.'), use(['leaf'], 'Theirs.'))).toBeUndefined();
    expect(stricter('uses/food:leaf', undefined, use(['leaf'], 'Theirs.'))).toBeUndefined();
  });

  it('of two allowances takes the smaller share, and all that either leaves alone', () => {
    const rule = {
      part: 'leaf',
      unit: 'plants',
      fraction: 0.1,
      pieces: 1,
      basis: 'common practice'
    } as const;
    const more = { ...rule, fraction: 0.3, exempt: 'plants with a single leaf', restYears: 2 };
    for (const [own, base] of [
      [rule, more],
      [more, rule]
    ])
      expect(stricter('allowance', own, base)).toEqual({
        ...rule,
        exempt: 'plants with a single leaf',
        restYears: 2
      });
    const weed = { ...rule, fraction: 'to need' } as const;
    expect(stricter('allowance', weed, rule)).toEqual(rule);
    expect(stricter('allowance', undefined, rule)).toBeUndefined();
  });
});

describe('entries of the library itself', () => {
  const add = (path: string, value: unknown): Edit => ({
    taxon: ofLibrary,
    path,
    kind: value === undefined ? 'remove' : 'set',
    value,
    baseHash: undefined
  });
  const fishy = { character: 'scent', slug: 'fishy', label: 'fishy', definition: 'Of stale fish.' };

  it('are read under their paths, each as it may be put there again', () => {
    for (const name of ['pairs', 'animals', 'families', 'states'] as const)
      for (const [path, entry] of entriesNamed(document, name)) {
        expect(valueAt(document, ofLibrary, path), path).toEqual(entry);
        expect(parseCell(path, entry), path).toEqual({ value: entry });
      }
  });

  it('stand beside the release’s, a state before what is described with it', () => {
    const edits = [
      edit('urtica-dioica', 'stages/leaf/scent', { fishy: 'always' }),
      add('states/scent:fishy', fishy)
    ];
    const { document: own, review } = applyEdits(document, edits);
    expect(review).toEqual([]);
    const { library, problems } = compileLibrary(own);
    expect(problems).toEqual([]);
    const scent = library.character.get('scent')!;
    const cell = library.taxa.get('urtica-dioica')!.stages.get('leaf')!.cells.get('scent')!;
    expect(
      scent.kind === 'states' && scent.states[cell.frequency.indexOf(Math.max(...cell.frequency))]
    ).toEqual({
      slug: 'fishy',
      label: 'fishy',
      definition: 'Of stale fish.'
    });
    // Taken away while a plant is described with it, the library says so.
    expect(compileLibrary(applyEdits(document, [edits[0]!]).document).problems).toHaveLength(1);
  });

  it('never take the place of the answer that an organ is not there', () => {
    const state = { character: 'flower-form', slug: 'none', label: 'odd', definition: 'Odd.' };
    expect(entryProblem(document, 'states/flower-form:none', state)).toContain('says that already');
    expect(entryProblem(document, 'states/flower-form:odd', { ...state, slug: 'odd' })).toBeUndefined();
    const full = Array.from({ length: 32 }, (_, i) => ({
      ...state,
      slug: `odd-${i}`,
      label: `odd ${i}`
    })).reduce((sofar, one) => withEntry(sofar, `states/flower-form:${one.slug}`, one), document);
    expect(entryProblem(full, 'states/flower-form:odd', { ...state, slug: 'odd' })).toContain('can hold');
  });

  it('give way to the release where it has come to hold them, until somebody decides', () => {
    const released = withEntry(document, 'states/scent:fishy', { ...fishy, definition: 'Of herring.' });
    const { document: own, review } = applyEdits(released, [add('states/scent:fishy', fishy)]);
    expect(review).toHaveLength(1);
    expect(valueAt(own, ofLibrary, 'states/scent:fishy')).toHaveProperty('definition', 'Of herring.');
  });
});
