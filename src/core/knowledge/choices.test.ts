import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { choiceNamed, taxonChoices } from './index';

const library = shippedLibrary();
const choices = taxonChoices(library);

describe('a taxon chosen from a list', () => {
  it('stands in the order in which it is read, each once', () => {
    const labels = choices.map(({ label }) => label);
    expect(labels).toEqual([...labels].sort((a, b) => a.localeCompare(b, 'en')));
    expect(new Set(labels).size).toBe(library.taxa.size);
  });

  it.each([
    ['its label', 'Bramble (Rubus fruticosus agg.)', 'rubus-fruticosus'],
    ['its English name alone', 'bramble', 'rubus-fruticosus'],
    ['another of its names', 'Blackberry', 'rubus-fruticosus'],
    ['a name in another language', 'Brombeere', 'rubus-fruticosus'],
    ['its scientific name', 'conium maculatum', 'conium-maculatum'],
    ['a part that no other name has', 'ramso', 'allium-ursinum'],
    ['a name that is part of another’s', 'Hemlock', 'conium-maculatum']
  ])('is found by %s', (_, text, slug) => expect(choiceNamed(choices, text)).toBe(slug));

  it.each([
    ['nothing', ' '],
    ['what stands nowhere', 'unicorn root'],
    ['what two plants are called', 'Samphire'],
    ['what several have in common', 'garlic']
  ])('is not guessed from %s', (_, text) => expect(choiceNamed(choices, text)).toBeUndefined());
});
