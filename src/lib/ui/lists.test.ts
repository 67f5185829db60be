import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const source = join(process.cwd(), 'src');
const pages = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('.svelte')
);

/** What people write, or what a brief says: two may be the same, and then a page with such keys goes blank. */
const written = /\.(name|label|title|citation|words|text|about|scientific|effect|region|person|patch|stop)\b/;

describe('lists of pages', () => {
  it.each(pages)('in %s are keyed by what cannot be there twice, never by a name', (file) => {
    const text = readFileSync(join(source, file), 'utf8');
    const keys = [...text.matchAll(/\{#each [^\n]*?\(([^()]*)\)\s*\}/g)].map(([, key]) => key!);
    expect(keys.filter((key) => written.test(key))).toEqual([]);
  });
});
