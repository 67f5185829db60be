import { describe, expect, it } from 'vitest';
import { type Looking, type Step, addressAfter } from './closer-address';

const looking: Looking = {
  path: '/species/look-closer',
  site: '',
  date: '',
  find: '',
  seen: ['flower-colour~white', 'stem-marks~blotched'],
  unseen: ['scent'],
  question: undefined
};
const after = (step: Step, change: Partial<Looking> = {}) => {
  const query = new URL(addressAfter({ ...looking, ...change }, step), 'http://x').searchParams;
  return {
    see: query.getAll('see'),
    cannot: query.getAll('cannot'),
    ask: query.get('ask'),
    look: query.get('look'),
    site: query.get('site'),
    date: query.get('date'),
    find: query.get('find')
  };
};

describe('one step of an identification', () => {
  it('adds what was seen at the end', () => {
    expect(after({ see: 'leaf-outline~feathery' }).see).toEqual([...looking.seen, 'leaf-outline~feathery']);
  });

  it('sees a character in one state: another takes its place', () => {
    expect(after({ see: 'flower-colour~pink' }).see).toEqual(['stem-marks~blotched', 'flower-colour~pink']);
  });

  it('takes back what was seen, and nothing else', () => {
    expect(after({ unsee: 'stem-marks~blotched' }).see).toEqual(['flower-colour~white']);
  });

  it('never has a character both seen and not to be told', () => {
    expect(after({ see: 'scent~mousy' })).toMatchObject({
      see: [...looking.seen, 'scent~mousy'],
      cannot: []
    });
  });

  it('keeps what cannot be told until it is asked again or looked at', () => {
    expect(after({ cannot: 'sap-colour' }).cannot).toEqual(['scent', 'sap-colour']);
    expect(after({ can: 'scent' }).cannot).toEqual([]);
    expect(after({ look: 'scent' })).toMatchObject({ cannot: [], look: 'scent' });
  });

  it('keeps place, day, find and the plant in mind; another plant takes its place', () => {
    const kept = { site: 'wood', date: '2027-06-01', find: 'f', question: 'daucus-carota' };
    expect(after({ cannot: 'sap-colour' }, kept)).toMatchObject({
      site: 'wood',
      date: '2027-06-01',
      find: 'f',
      ask: 'daucus-carota'
    });
    expect(after({ ask: 'conium-maculatum' }, kept).ask).toBe('conium-maculatum');
  });

  it('says nothing of what is not there', () => {
    expect(addressAfter({ ...looking, seen: [], unseen: [] }, {})).toBe('/species/look-closer');
  });
});
