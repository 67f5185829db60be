import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { describe, expect, it } from 'vitest';
import type { Stage } from '../../src/core/knowledge';
import { stageOn } from '../../src/core/walk';
import { shippedLibrary } from '../support/content';

/** The demo is invented and says so; what it gathers is confirmed by its own invented bookshelf. */

const text = readFileSync(join(import.meta.dirname, '../../content/demo/demo.yaml'), 'utf8');
const demo = parse(text) as {
  school: { demoDate: string; emergencyNumbers: { label: string; number: string }[] };
  people: { key: string; email?: string; minor?: boolean; guardian?: string }[];
  cohorts: { key: string; members: string[] }[];
  bookshelf: { key: string; kind: string; citation: string }[];
  confirmations: { taxon: string; sources: string[] }[];
  sites: {
    region?: string;
    key: string;
    origin: [number, number];
    patches: { key: string; taxon: string }[];
    sightings?: { patch: string; stage: Stage; on: string }[];
  }[];
  walks: {
    key: string;
    kind?: 'class';
    site: string;
    on: string;
    published?: string;
    stops: {
      patch?: string;
      at?: [number, number];
      taxa?: { taxon: string; role: 'gather' | 'show' | 'danger' }[];
    }[];
  }[];
};
/** The library of a site's region. */
const libraryAt = ({ region }: { readonly region?: string }) => shippedLibrary(region);
const siteOf = (walk: { readonly site: string }) => demo.sites.find(({ key }) => key === walk.site)!;
const taxaOf = (walk: (typeof demo.walks)[number]) => walk.stops.flatMap(({ taxa }) => taxa ?? []);

describe('the demo', () => {
  it('says in its first line that it is invented, and so do its books and its numbers', () => {
    expect(text.split('\n')[0]).toMatch(/invented/);
    for (const { citation } of demo.bookshelf) expect(citation).toContain('(invented)');
    for (const { label, number } of demo.school.emergencyNumbers)
      if (number !== '112') expect(label).toContain('(invented number)');
  });

  it('sees of its patches what the library describes, before its own date', () => {
    for (const { region, patches, sightings = [] } of demo.sites)
      for (const { patch, stage, on } of sightings) {
        const { taxon } = patches.find(({ key }) => key === patch)!;
        expect(
          libraryAt(region ? { region } : {})
            .taxa.get(taxon)!
            .stages.has(stage),
          `${patch} ${stage}`
        ).toBe(true);
        expect(on <= demo.school.demoDate).toBe(true);
      }
  });

  it('writes to nobody: its addresses end in .example (RFC 2606)', () => {
    for (const { email } of demo.people) if (email) expect(email).toMatch(/\.example$/);
  });

  it('lies on its made-up coast near 54.3° N, 8.7° W, but for what lies in another region', () => {
    const atHome = demo.sites.filter(({ region }) => region === undefined);
    expect(atHome).toHaveLength(3);
    for (const { origin } of atHome) {
      expect(Math.abs(origin[0] + 8.7)).toBeLessThan(0.2);
      expect(Math.abs(origin[1] - 54.3)).toBeLessThan(0.2);
    }
  });

  it('publishes only what two independent sources confirm, and stops one plan for want of the second', () => {
    const kinds = new Map(demo.bookshelf.map(({ key, kind }) => [key, kind]));
    const short = (walk: (typeof demo.walks)[number]) =>
      taxaOf(walk)
        .filter(({ taxon, role }) => {
          const sources = demo.confirmations.find((one) => one.taxon === taxon)?.sources ?? [];
          return (
            role === 'gather' && new Set(sources.filter((key) => kinds.get(key) !== 'web page')).size < 2
          );
        })
        .map(({ taxon }) => taxon);
    for (const walk of demo.walks)
      expect(short(walk), walk.key).toEqual(walk.key === 'marsh' ? ['beta-vulgaris-maritima'] : []);
    expect(demo.walks.find(({ key }) => key === 'marsh')!.published).toBeUndefined();
  });

  it('teaches each plant on a day on which it is up, and places each stop of a walk', () => {
    for (const walk of demo.walks) {
      for (const { taxon, role } of taxaOf(walk))
        expect(
          stageOn(libraryAt(siteOf(walk)).taxa.get(taxon)!, walk.on, role),
          `${walk.key} ${taxon}`
        ).toBeDefined();
      const site = siteOf(walk);
      for (const { patch, at } of walk.kind === 'class' ? [] : walk.stops)
        expect(at !== undefined || site.patches.some(({ key }) => key === patch)).toBe(true);
    }
  });

  it('shows a dangerous plant only as a danger, never to be gathered or merely shown', () => {
    for (const walk of demo.walks)
      for (const { taxon, role } of taxaOf(walk))
        if (libraryAt(siteOf(walk)).taxa.get(taxon)!.eatenSeverity >= 3) expect(role).toBe('danger');
  });

  it('has a guardian’s consent for everybody under 18 who walks', () => {
    const walking = new Set(demo.cohorts.flatMap(({ members }) => members));
    for (const { key, minor, guardian } of demo.people)
      if (minor && walking.has(key)) expect(guardian).toBeTruthy();
  });
});
