import { describe, expect, it } from 'vitest';
import { shippedContent } from '../../../tests/support/content';
import { preparationClaims } from './claims';
import { isDangerous } from './harm';
import { whyUnfit } from './library';
import { Preparation, isCraft, isTaught, preparationsOf, preservingWays } from './preparation';

const { document, library } = shippedContent();
const all = document.taxa.flatMap((taxon) => taxon.preparations.map((one) => ({ taxon, one })));
const taught = all.flatMap(({ taxon, one }) => (isTaught(one) ? [{ taxon, one, method: one.method }] : []));

const method = {
  tool: 'pot',
  cutOff: 'The stalk.',
  rinses: 1,
  washing: 'Dipped.',
  heat: 'needed',
  why: 'It softens.',
  steps: [{ do: 'Boil', until: 'soft' }],
  cleaned: [0.7, 0.8, 0.9],
  ready: [0.7, 0.8, 0.9],
  portion: { grams: 10, of: 'ready', perDay: 1 },
  notFor: ['gout']
};
const problemsOf = (value: object): string[] =>
  Preparation.safeParse({ part: 'leaf', way: 'boil', method, basis: 'a test', ...value }).error?.issues.map(
    ({ message }) => message
  ) ?? [];

describe('every starter preparation', () => {
  it('belongs to a use, and every food and drink has one, or says why none is taught', () => {
    for (const { taxon, one } of all)
      expect(whyUnfit(taxon, one), `${taxon.slug} ${one.part}`).toBeUndefined();
    const without = document.taxa.flatMap((taxon) =>
      taxon.uses
        .filter(({ kind }) => kind !== 'history')
        .filter(({ part }) => preparationsOf(taxon, part).length === 0)
        .map(({ part }) => `${taxon.slug} ${part}`)
    );
    expect(without).toEqual([]);
  });

  it('says what is cut off, what heat does or why there is none, who may not, and how much', () => {
    for (const { taxon, one, method: how } of taught) {
      const which = `${taxon.slug} ${one.part} ${one.way}`;
      expect(how.cutOff.length, which).toBeGreaterThan(5);
      expect(how.why.length, which).toBeGreaterThan(10);
      expect(how.notFor.length, which).toBeGreaterThan(0);
      expect(how.portion === undefined, which).toBe(isCraft(one.way));
    }
  });

  it('gives no time of keeping and no preserving method, since it has no source for one', () => {
    for (const { taxon, one, method: how } of taught) {
      expect(how.keeping, taxon.slug).toBeUndefined();
      expect(preservingWays, taxon.slug).not.toContain(one.way);
    }
  });

  it('begins with another look at the pieces wherever something dangerous is taken for them', () => {
    const mistaken = new Set(
      library.pairs
        .filter(({ lookalike }) => isDangerous(library.taxa.get(lookalike)!))
        .map(({ target }) => target)
    );
    for (const { taxon, one, method: how } of taught)
      if (mistaken.has(taxon.slug) && !isCraft(one.way) && how.rinses > 0)
        expect(how.steps[0]!.do, `${taxon.slug} ${one.way}`).toMatch(/look|check|smell/i);
  });

  it('never says that anything becomes harmless', () => {
    for (const { taxon, one } of all)
      for (const sentence of JSON.stringify(one).split(/[.:;"]/))
        if (/harmless|\bsafe|edible/i.test(sentence))
          expect(sentence, taxon.slug).toMatch(/\b(no|not|never)\b/i);
  });

  it('cooks through what may carry fluke or germs of the water', () => {
    for (const slug of ['nasturtium-officinale', 'veronica-beccabunga', 'typha-latifolia', 'patella-vulgata'])
      for (const { one, method: how } of taught.filter(({ taxon }) => taxon.slug === slug))
        if (!isCraft(one.way)) expect(how.heat, slug).toBe('needed');
  });

  it('is a claim, each with a hash of its own; what is not taught claims nothing', () => {
    const claims = document.taxa.flatMap(preparationClaims);
    expect(claims).toHaveLength(taught.length);
    expect(new Set(claims.map(({ hash }) => hash)).size).toBe(claims.length);
  });
});

describe('a preparation', () => {
  it('teaches a method or says why none is taught', () => {
    expect(problemsOf({})).toEqual([]);
    const either = 'says either how it is done or why no method is taught';
    expect(problemsOf({ method: undefined })).toEqual([either]);
    expect(problemsOf({ refused: 'It kills.' })).toEqual([either]);
    expect(problemsOf({ method: undefined, refused: 'It kills.' })).toEqual([]);
  });

  it('keeps what could poison with two different sources alone', () => {
    const pickle = (sources: string[]) => problemsOf({ way: 'pickle', method: { ...method, sources } });
    expect(pickle(['A book, p. 4'])).toHaveLength(1);
    expect(pickle(['A book, p. 4', 'a book, P. 4'])).toHaveLength(1);
    expect(pickle(['A book, p. 4', 'Another'])).toEqual([]);
    // A time of keeping stands with its source.
    expect(problemsOf({ method: { ...method, keeping: { how: 'cold', days: 3, source: '' } } })).not.toEqual(
      []
    );
  });

  it('has a portion where it is eaten, and none where it is craft', () => {
    const { portion, ...bare } = method;
    expect(problemsOf({ method: bare })).toEqual(['needs a portion']);
    expect(problemsOf({ way: 'cord', method: bare })).toEqual([]);
    expect(problemsOf({ way: 'cord', method: { ...bare, portion } })).toEqual([
      'is not eaten: it has no portion'
    ]);
    expect(problemsOf({ method: { ...method, cleaned: [0.9, 0.8, 0.7] } })).toHaveLength(1);
  });

  it('has no place with a plant that harms seriously when eaten, nor for a part without a use', () => {
    const hemlock = document.taxa.find(({ slug }) => slug === 'conium-maculatum')!;
    const use = { kind: 'food', part: 'leaf', stages: ['leaf'], preparation: 'x', conditions: 'y' } as const;
    const boiled = Preparation.parse({ part: 'leaf', way: 'boil', method, basis: 'a test' });
    expect(whyUnfit({ ...hemlock, uses: [{ ...use, stages: ['leaf'] }] }, boiled)).toMatch(/harmless/);
    expect(whyUnfit(hemlock, boiled)).toMatch(/No use of “leaf” is recorded/);
  });
});
