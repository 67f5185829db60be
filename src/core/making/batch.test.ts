import { describe, expect, it } from 'vitest';
import {
  type ActBody,
  type Batch,
  type BatchAct,
  type BatchEvent,
  againstAct,
  batchActs,
  batchOf,
  nextOf,
  weighedYield
} from './batch';
import { againstLabel, labelsOf, notForInShort } from './label';

const dry = { way: 'dry' } as const;
const boil = { way: 'boil' } as const;

/** Acts one an hour, as they are kept. */
const batch = (...acts: readonly (readonly [BatchAct, object])[]): Batch =>
  batchOf(
    acts.map(
      ([kind, body], i) =>
        ({
          id: `event ${i}`,
          kind,
          body: batchActs[kind].parse(body),
          by: 'Ida',
          on: '2027-05-02',
          at: `2027-05-02T${String(10 + i).padStart(2, '0')}:00:00Z`
        }) as unknown as BatchEvent
    )
  );
const against = <K extends BatchAct>(
  of: Batch,
  kind: K,
  body: object,
  preparation: typeof dry | typeof boil = dry
) => againstAct(of, preparation, { kind, body: batchActs[kind].parse(body) as ActBody<K> } as never);

const checked = ['pieces checked', { pieces: 40 }] as const;
const gathered = ['weighed', { when: 'gathered', grams: 100 }] as const;
const cleaned = ['weighed', { when: 'cleaned', grams: 80 }] as const;
const brittle = ['looked at', { isReady: true }] as const;
const ready = ['weighed', { when: 'ready', grams: 16 }] as const;
const jar = { vessels: 2, vessel: 'jar', gramsEach: 8, place: 'larder' };
const packed = ['packed', jar] as const;
const whole = [checked, gathered, cleaned, brittle, ready, packed] as const;

describe('a batch', () => {
  it('says at each point what comes next', () => {
    const steps = whole.map((_, i) => nextOf(batch(...whole.slice(0, i)), dry));
    expect(steps).toEqual([
      'Look at every piece again.',
      'Clean it and weigh it.',
      'Clean it and weigh it.',
      'Turn it; look whether it is brittle.',
      'Weigh it now that it is ready.',
      'Pack it and label it.'
    ]);
    expect(nextOf(batch(...whole), dry)).toBe('Look for mould in the jar.');
    expect(nextOf(batch(...whole, ['looked at', { isReady: true }]), dry)).toBe('Say how it turned out.');
    expect(nextOf(batch(...whole, brittle, ['result', { how: 'well' }]), dry)).toBeUndefined();
  });

  it('is in jars until all of it was taken out', () => {
    expect(batch(...whole)).toMatchObject({ state: 'in jars', packedGrams: 16, leftGrams: 16 });
    const some = batch(...whole, ['taken out', { grams: 6, what: 'tea' }]);
    expect(some.leftGrams).toBe(10);
    expect(against(some, 'taken out', { grams: 11, what: 'tea' })).toBe('Only 10 g of it are left.');
    expect(batch(...whole, ['taken out', { grams: 16, what: 'tea' }]).state).toBe('used up');
    expect(against(batch(checked), 'taken out', { grams: 1, what: 'tea' })).toMatch(/packed yet/);
  });

  it('grows no heavier on drying', () => {
    const drying = batch(checked, gathered, cleaned);
    expect(against(drying, 'weighed', { when: 'drying', grams: 95 })).toMatch(
      /80 g \(cleaned\) before: nothing grows heavier on drying/
    );
    expect(against(drying, 'weighed', { when: 'drying', grams: 60 })).toBeUndefined();
    const later = batch(checked, cleaned, ['weighed', { when: 'drying', grams: 40 }]);
    expect(against(later, 'weighed', { when: 'drying', grams: 45 })).toMatch(/40 g \(drying\)/);
    // A weight that was forgotten and is entered afterwards.
    expect(against(batch(cleaned), 'weighed', { when: 'gathered', grams: 70 })).toMatch(
      /80 g when it was cleaned/
    );
    // What is boiled takes up water; cleaning never makes it heavier.
    expect(against(batch(cleaned), 'weighed', { when: 'ready', grams: 95 }, boil)).toBeUndefined();
    expect(against(batch(gathered), 'weighed', { when: 'cleaned', grams: 120 }, boil)).toMatch(/cleaning/);
  });

  it('is packed only when it was looked at, is brittle, and weighs so much', () => {
    expect(against(batch(cleaned), 'packed', jar)).toMatch(/pieces were not looked at again/);
    expect(against(batch(checked, cleaned), 'packed', jar)).toMatch(/not found brittle/);
    expect(against(batch(checked, cleaned, ['looked at', {}]), 'packed', jar)).toMatch(/not found brittle/);
    expect(against(batch(checked, cleaned), 'packed', jar, boil)).toBeUndefined();
    expect(against(batch(checked, brittle, ready), 'packed', { ...jar, vessels: 3 })).toMatch(
      /make 24 g in all, and it weighed 16 g/
    );
  });

  it('goes whole where one piece was in doubt, or mould was seen', () => {
    for (const bad of [
      ['pieces checked', { pieces: 40, isInDoubt: 'on' }],
      ['looked at', { hasMould: 'on' }]
    ] as const) {
      const lost = batch(checked, cleaned, bad);
      expect(nextOf(lost, dry)).toBe('Throw the whole of it away.');
      expect(against(lost, 'packed', jar, boil)).toMatch(/thrown away/);
      // A second look does not clear it.
      expect(against(lost, 'pieces checked', { pieces: 40 })).toMatch(/thrown away/);
      expect(against(lost, 'thrown away', { because: 'a doubt' })).toBeUndefined();
      expect(againstLabel(lost)).toBeTruthy();
    }
    const gone = batch(...whole, ['thrown away', { because: 'it smelled' }]);
    expect([gone.state, gone.leftGrams, nextOf(gone, dry)]).toEqual(['thrown away', 0, undefined]);
    expect(weighedYield(gone)).toBeUndefined();
  });

  it('teaches what it lost', () => {
    expect(weighedYield(batch(...whole))).toEqual({ gathered: 100, cleaned: 80, ready: 16 });
    expect(weighedYield(batch(checked, cleaned))).toBeUndefined();
  });
});

describe('a label', () => {
  const labelled = (of: Batch, keeping?: { how: string; days: number; source: string }) => ({
    code: 'ABC234',
    name: 'Stinging nettle',
    scientific: 'Urtica dioica',
    part: 'young top',
    way: 'dry' as const,
    isCraft: false,
    method: { contains: [], notFor: ['water tablets'], ...(keeping && { keeping }) },
    batch: of,
    gathered: '2 May 2027, by the gate',
    checkedBy: 'Ida'
  });

  it('stands on every vessel of a batch that was looked at, and on none else', () => {
    const good = batch(...whole);
    const labels = labelsOf(labelled(good), good.packs[0]!);
    expect(labels.map(({ vessel }) => vessel)).toEqual(['jar 1 of 2', 'jar 2 of 2']);
    expect(labels[0]).toMatchObject({ contains: 'nothing else', checkedBy: 'Ida', notFor: 'water tablets' });
    expect(againstLabel(batch(gathered))).toMatch(/looked at its pieces/);
    const unchecked = batch(packed);
    expect(() => labelsOf(labelled(unchecked), unchecked.packs[0]!)).toThrow(/looked at its pieces/);
  });

  it('says briefly whom it is not for, and leaves nobody out', () => {
    expect(
      notForInShort([
        'gout',
        'lithium: ask whoever prescribes it',
        'infants: nitrate',
        'pregnancy: ask first',
        'salt: little of it'
      ])
    ).toBe('gout; infants; salt: little; ask first with lithium, pregnancy');
  });

  it('gives a date where a source gives one, and none where none does', () => {
    const good = batch(...whole);
    expect(labelsOf(labelled(good), good.packs[0]!)[0]!.useBy).toEqual({
      date: undefined,
      because: 'no source gives a time: look for mould before use'
    });
    expect(
      labelsOf(labelled(good, { how: 'cold', days: 10, source: 'A book, p. 3' }), good.packs[0]!)[0]!.useBy
    ).toEqual({ date: '12 May 2027', because: 'cold; after A book, p. 3' });
  });

  it('numbers vessels through all packs, and says of craft that it is no food', () => {
    const twice = batch(checked, brittle, packed, ['packed', { ...jar, vessels: 1, contains: ['milk'] }]);
    const [only] = labelsOf(labelled(twice), twice.packs[1]!);
    expect([only!.vessel, only!.contains]).toEqual(['jar 3 of 3', 'milk']);
    expect(labelsOf({ ...labelled(twice), isCraft: true }, twice.packs[1]!)[0]).toMatchObject({
      contains: '',
      useBy: { date: undefined, because: 'Not food' }
    });
  });
});
