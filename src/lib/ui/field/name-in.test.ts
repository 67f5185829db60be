import { describe, expect, it } from 'vitest';
import { plantIn } from './name-in';

const plants = [
  { value: 'urtica-dioica', names: ['Stinging nettle', 'Nettle', 'Urtica dioica'] },
  { value: 'lamium-album', names: ['White dead-nettle', 'Lamium album'] },
  { value: 'arum-maculatum', names: ['Lords-and-ladies', 'Cuckoo pint'] },
  { value: 'arum-italicum', names: ['Italian lords-and-ladies', 'Cuckoo pint'] },
  { value: 'beta', names: ['Sea beet'] }
];

describe('the plant that a waypoint speaks of', () => {
  it.each([
    ['Nettles by the barn', 'urtica-dioica'],
    ['NETTLE', 'urtica-dioica'],
    ['white dead-nettle, lane', 'lamium-album'],
    ['Lamium album?', 'lamium-album'],
    ['Sea beet 40', 'beta']
  ])('in “%s” is %s', (text, value) => expect(plantIn(text, plants)).toBe(value));

  it.each(['Umbels at ride', '', 'Beetle', 'WPT 007'])('in “%s” is none', (text) =>
    expect(plantIn(text, plants)).toBeUndefined()
  );

  it('is none where two plants are called so: nobody guesses between them', () => {
    expect(plantIn('Cuckoo pint', plants)).toBeUndefined();
  });
});
