import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { ids, may, packOf, setOut, tapped } from '../../../tests/support/field';
import { type Pack, type WalkEvent, asFound, fieldDay, whyNot } from './index';

const library = shippedLibrary();
const pack = packOf({ site: { ...packOf().site, habitats: ['woodland'] } });
const differs = (how: 'not found' | 'other stage' | 'other plant', stage?: 'flower' | 'fruit' | 'winter') =>
  tapped('ground differs', 5, { stop: ids.carpet, taxon: 'allium-ursinum', how, stage, note: '' });
const found = (...events: WalkEvent[]): Pack => asFound(pack, [...setOut(), ...events], () => library);
const mayTake = (of: Pack) => whyNot(of, fieldDay(of, setOut()), may(9));

describe('a plant as the ground has it', () => {
  it('is as it was planned where nothing differs, and the library is not asked for', () => {
    const asPlanned = asFound(pack, setOut(), () => {
      throw new Error('compiled');
    });
    expect(asPlanned).toBe(pack);
    expect(mayTake(asPlanned)).toBeUndefined();
  });

  it('at another stage is checked again: other signs, other lookalikes', () => {
    const [row] = found(differs('other stage', 'flower')).taxa;
    expect(row!.stage).toBe('flower');
    expect(row!.isSeparable).toBe(true);
    expect(row!.set.length).toBeGreaterThan(0);
    expect(row!.lookalikes.map(({ slug }) => slug)).toContain('convallaria-majalis');
    expect(mayTake(found(differs('other stage', 'flower')))).toBeUndefined();
  });

  it('minds what harms where the forecast of the site has it early, whatever the usual dates say', () => {
    const inJanuary = { ...pack, walk: { ...pack.walk, id: ids.gate, isoDate: '2027-01-20' } };
    const others = (of: Pack) =>
      asFound(of, [differs('other stage', 'flower')], () => library).taxa[0]!.lookalikes.map(
        ({ slug }) => slug
      );
    expect(others(inJanuary)).not.toContain('convallaria-majalis');
    const early = { ...inJanuary, walk: { ...inJanuary.walk, id: ids.hazels } };
    expect(others({ ...early, mayBeUp: { 'convallaria-majalis': { leaf: 0.9 } } })).toContain(
      'convallaria-majalis'
    );
  });

  it('at a stage for which its use is not recorded, or that the library does not describe, is not taken', () => {
    expect(mayTake(found(differs('other stage', 'fruit')))).toContain('no use of its leaf');
    expect(mayTake(found(differs('other stage', 'winter')))).toContain('does not describe');
  });

  it('is not taken where it was not found, or where another plant stands', () => {
    expect(mayTake(found(differs('not found')))).toContain('not found');
    expect(mayTake(found(differs('other plant')))).toContain('Another plant');
  });

  it('is as it was said last: a second look takes the place of the first', () => {
    const twice = found(differs('not found'), {
      ...differs('other stage', 'flower'),
      at: '2027-04-25T10:00:00.000Z'
    });
    expect(mayTake(twice)).toBeUndefined();
  });
});
