import { describe, expect, it } from 'vitest';
import { shippedContent, shippedLibrary } from '../../../../tests/support/content';
import {
  type Filled,
  cellAt,
  cellFrom,
  cellsOf,
  parseCell,
  pathInWords,
  stricter,
  valueInWords,
  windowsText,
  withCell
} from '../index';

const library = shippedLibrary();
/** A form as it is sent. */
const sent = (fields: Record<string, string | string[]>): Filled => {
  const all = (name: string) => [fields[name] ?? []].flat();
  return { all, text: (name) => (all(name)[0] ?? '').trim(), has: (name) => name in fields };
};
const read = (fields: Record<string, string | string[]>) => cellFrom(library, sent(fields));
const windowsFrom = (text: string) => {
  const path = 'stages/leaf/windows';
  const found = read({ path, text });
  return 'problem' in found ? found : { value: found.value };
};

describe('times of the year as they are typed', () => {
  it('are read back as they were written', () => {
    const windows: [number, number, number, number][] = [
      [35, 65, 125, 165],
      [300, 340, 60, 85]
    ];
    expect(windowsFrom(windowsText(windows))).toEqual({ value: windows });
  });

  it('may be written with whole names of months', () => {
    expect(windowsFrom('4 February, 6 Mar, 5 may, 14 June')).toEqual({ value: [[35, 65, 125, 165]] });
  });

  it.each(['4 Feb, 6 Mar, 5 May', '31 Feb, 1 Mar, 2 Mar, 3 Mar', 'spring', '4.2., 6.3., 5.5., 14.6.'])(
    'are refused with an example where they are %s',
    (text) => {
      expect(windowsFrom(text)).toEqual({ problem: expect.stringContaining('should read like') });
    }
  );

  it('are needed', () => {
    expect(windowsFrom(' \n ')).toEqual({ problem: 'Write one line for each time of the year.' });
  });
});

describe('a form for one cell', () => {
  it('holds the states that have a frequency word', () => {
    expect(
      read({ path: 'stages/leaf/leaf-gloss', 'state:matt': 'usually', 'state:glossy': 'sometimes' })
    ).toEqual({ path: 'stages/leaf/leaf-gloss', value: { matt: 'usually', glossy: 'sometimes' } });
  });

  it('without any state, or without any end of a range, means that it is not known', () => {
    expect(read({ path: 'stages/leaf/leaf-gloss', 'state:matt': '' })).toHaveProperty('value', undefined);
    expect(read({ path: 'stages/leaf/leaf-length', min: '', low: '', high: '', max: '' })).toHaveProperty(
      'value',
      undefined
    );
  });

  it('asks for all four ends of a range', () => {
    expect(read({ path: 'stages/leaf/leaf-length', min: '1', low: '', high: '3', max: '4' })).toEqual({
      problem: expect.stringContaining('Enter all four')
    });
    expect(
      read({ path: 'stages/leaf/leaf-length', min: '1', low: 'two', high: '3', max: '4' })
    ).toHaveProperty('problem');
  });

  it('for an item of a list finds the item’s own place', () => {
    const name = read({ list: 'names', path: '', name: ' Buckrams ', language: 'en', region: 'Britain' });
    expect(name).toEqual({
      path: 'names/en:Buckrams',
      value: { name: 'Buckrams', language: 'en', region: 'Britain' }
    });
    const use = read({
      list: 'uses',
      kind: 'food',
      part: 'leaf',
      stages: ['leaf', 'flower'],
      preparation: 'Raw.',
      conditions: 'Each leaf is looked at.'
    });
    expect(use).toMatchObject({ path: 'uses/food:leaf', value: { stages: ['leaf', 'flower'] } });
  });

  it.each([
    [
      {
        list: 'hazards',
        route: 'eaten',
        severity: '3',
        principle: 'x',
        effect: 'y',
        onset: 'z',
        parts: 'leaf'
      }
    ],
    [{ list: 'legal', region: 'Ireland', status: 'Protected.' }],
    [
      {
        list: 'parts',
        part: 'seed',
        basis: 'a flora',
        pieceGrams: '1,5 2 3',
        handfulGrams: '20 – 30 – 40',
        'allowance-part': 'string',
        'allowance-unit': 'stems',
        'allowance-fraction': '0.2',
        'allowance-pieces': '1',
        'allowance-basis': 'common practice'
      }
    ],
    [{ path: 'harvest', rule: 'A leaf from each.', tool: 'scissors', basis: 'common practice' }],
    [{ path: 'habitats', habitats: ['woodland', 'coast'] }],
    [{ path: 'synonyms', text: 'Tamus communis, Tamus cretica' }],
    [{ path: 'note', text: 'By the gate.' }]
  ])('makes a value that may stand there: %j', (fields) => {
    const form = read(fields as Record<string, string | string[]>);
    if ('problem' in form) throw new Error(form.problem);
    expect(parseCell(form.path, form.value)).toEqual({ value: form.value });
  });

  it('that is emptied takes the cell away', () => {
    expect(read({ path: 'note', text: '  ' })).toEqual({ path: 'note', value: undefined });
    expect(read({ path: 'harvest', rule: '', tool: 'knife', basis: '' })).toEqual({
      path: 'harvest',
      value: undefined
    });
  });

  it('for a character that there is not says so', () => {
    expect(read({ path: 'stages/leaf/aura' })).toEqual({ problem: 'The glossary has no such character.' });
  });
});

describe('every cell of the shipped library', () => {
  const cells = shippedContent().document.taxa.flatMap((taxon) =>
    [...cellsOf(taxon)].map(([path, value]) => ({ taxon, path, value }))
  );

  it('is of a kind that takes it as it is, at the path where it stands', () => {
    expect(cells.length).toBeGreaterThan(10_000);
    const odd = cells.filter(({ path, value }) => {
      const parsed = parseCell(path, value);
      return 'problem' in parsed || JSON.stringify(parsed.value) !== JSON.stringify(value);
    });
    expect(odd.map(({ taxon, path }) => `${taxon.slug} ${path}`)).toEqual([]);
  });

  it('is said in words: none is empty, an object or a number of the machine', () => {
    const mute = cells.filter(({ path, value }) => {
      const words = valueInWords(library, path, value);
      return words.trim() === '' || /\[object|undefined|NaN|null/.test(words);
    });
    expect(mute.map(({ taxon, path }) => `${taxon.slug} ${path}`)).toEqual([]);
  });

  it('taken away and put back leaves its taxon as it was', () => {
    // One of each kind of path of each taxon: all of them take minutes.
    const seen = new Set<string>();
    for (const { taxon, path, value } of cells) {
      const kind = `${taxon.slug} ${path.split('/')[0]} ${path.endsWith('/windows')}`;
      if (seen.has(kind) || path.endsWith('/windows')) continue;
      seen.add(kind);
      const without = withCell(taxon, path, undefined);
      expect(cellAt(without, path), `${taxon.slug} ${path}`).toBeUndefined();
      expect(cellAt(withCell(without, path, value), path)).toEqual(value);
    }
  });

  it('has a path that is told in words', () => {
    const said = [
      'uses/food:leaf',
      'stages/leaf/windows',
      'stages/leaf/leaf-outline',
      'lifeForm',
      'taxon'
    ].map((path) => pathInWords(library, path));
    expect(said).toEqual([
      'use (food, leaf)',
      'times of leaf',
      `${library.character.get('leaf-outline')!.name.toLowerCase()} in leaf`,
      'life form',
      'the taxon as a whole'
    ]);
  });
});

describe('of a school’s value and a base that has changed', () => {
  const window = (start: number) => [start, start + 10, start + 20, start + 30];
  const hazard = { route: 'eaten', severity: 3, principle: 'p', effect: 'e', onset: 'o', parts: 'leaf' };
  const use = {
    kind: 'food',
    part: 'leaf',
    stages: ['leaf', 'bud'],
    preparation: 'p',
    conditions: 'Cooked.'
  };
  const rule = { part: 'leaf', unit: 'plants', fraction: 0.1, pieces: 1, basis: 'b' };
  it.each([
    ['the more severe harm', 'hazards/eaten:leaf', { ...hazard, severity: 2 }, hazard, hazard],
    ['a harm that the school took away', 'hazards/eaten:leaf', undefined, hazard, hazard],
    [
      'the stages that both allow, under the conditions of both',
      'uses/food:leaf',
      use,
      { ...use, stages: ['leaf'], conditions: 'In small amounts.' },
      { ...use, stages: ['leaf'], conditions: 'Cooked. In small amounts.' }
    ],
    ['no use where they share no stage', 'uses/food:leaf', use, { ...use, stages: ['flower'] }, undefined],
    ['both times of the year', 'stages/leaf/windows', [window(10)], [window(60)], [window(10), window(60)]],
    [
      'nothing of a character in dispute',
      'stages/leaf/leaf-gloss',
      { matt: 'always' },
      { glossy: 'always' },
      undefined
    ],
    ['the smaller share', 'allowance', { ...rule, fraction: 0.5 }, rule, rule],
    [
      'what either leaves alone',
      'allowance',
      { ...rule, exempt: 'roots' },
      rule,
      { ...rule, exempt: 'roots' }
    ],
    ['the school’s own note', 'note', 'Ours.', 'Theirs.', 'Ours.']
  ] as [string, string, unknown, unknown, unknown][])('%s counts', (_, path, own, base, held) => {
    expect(stricter(path, own, base)).toEqual(held);
  });
});
