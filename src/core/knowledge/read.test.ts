import { describe, expect, it } from 'vitest';
import { homeRegion, shippedFiles, shippedLibrary } from '../../../tests/support/content';
import { type Stage, englishName, readLibraries, useClaims } from './index';
import { Recipe } from './schema';

/** Plants enough for what is tried here: all of them, for every region, take seconds to read. */
const plants = ['allium-ursinum', 'convallaria-majalis', 'allium-triquetrum', 'stachys-sylvatica'];
const home = `regions/${homeRegion}`;

/** The home region’s files, with these plants alone. */
const someFiles = () =>
  shippedFiles()
    .filter(({ path }) => !path.startsWith('regions/') || path.startsWith(`${home}/`))
    .filter(({ path }) => !path.startsWith('taxa/') || plants.some((slug) => path === `taxa/${slug}.yaml`))
    .map(({ path, text }) => {
      const isOfPlants = /(season|status)\.yaml$/.test(path);
      if (!isOfPlants && path !== 'pairs.yaml') return { path, text };
      const entries = text.split(isOfPlants ? /^(?=\S)/m : /^(?=- target)/m);
      const names = (entry: string) =>
        isOfPlants ? [entry.split(':')[0]!] : entry.match(/(?<=target: |lookalike: )\S+/g)!;
      return {
        path,
        text: entries.filter((entry) => names(entry).every((name) => plants.includes(name))).join('')
      };
    });
const hashOf = (files = someFiles()) => {
  const result = readLibraries(files);
  return 'regions' in result ? result.regions.get(homeRegion)!.library.hash : '';
};

/** The files with one text replaced in one of them. */
function readWith(path: string, from: string, to: string) {
  const files = someFiles().map((file) =>
    file.path === path ? { ...file, text: file.text.replace(from, to) } : file
  );
  const result = readLibraries(files);
  return 'problems' in result ? result.problems : [];
}

const ramsons = 'taxa/allium-ursinum.yaml';

describe('reading the content', () => {
  it('names file, taxon and field of a state that the glossary lacks', () => {
    expect(readWith(ramsons, 'leaf-outline: elliptic', 'leaf-outline: oval')[0]).toContain(
      `${ramsons} (allium-ursinum): stages.leaf.description.leaf-outline: has no state 'oval'`
    );
  });

  it('names a frequency word that is none', () => {
    expect(readWith(ramsons, 'leaf-spots: plain', 'leaf-spots: { plain: mostly }')[0]).toMatch(
      /allium-ursinum\.yaml \(allium-ursinum\): stages\.leaf\.description\.leaf-spots/
    );
  });

  it('refuses a description that lists too little', () => {
    expect(readWith(ramsons, 'scent: garlic', 'scent: { garlic: sometimes }')[0]).toContain(
      'lists too little'
    );
  });

  it('says where a file is not YAML', () => {
    expect(readWith(ramsons, 'slug: allium-ursinum', 'slug: [')[0]).toContain(`${ramsons}: is not YAML`);
  });

  it('refuses a pair whose taxon is missing', () => {
    expect(readWith('pairs.yaml', 'lookalike: convallaria-majalis', 'lookalike: nobody')[0]).toContain(
      'names a taxon that is not there'
    );
  });

  it('gives the same content the same hash, and other content another', () => {
    expect(hashOf()).toMatch(/^[0-9a-f]{64}$/);
    expect(hashOf()).toBe(hashOf([...someFiles()].reverse()));
    const changed = someFiles().map((file) => ({
      ...file,
      text: file.text.replace('scent: garlic', 'scent: { garlic: usually }')
    }));
    expect(hashOf(changed)).not.toBe(hashOf());
  });

  it('changes the hash of a claim with any word of it', () => {
    const taxon = shippedLibrary().taxa.get('allium-ursinum')!;
    const [claim] = useClaims(taxon);
    const [other] = useClaims({ ...taxon, uses: [{ ...taxon.uses[0]!, preparation: 'Raw.' }] });
    expect(claim!.hash).not.toBe(other!.hash);
  });
});

describe('regions', () => {
  it('say when each described stage is up, and nothing of stages and plants that are not described', () => {
    const at = 'allium-ursinum:\n  leaf: ';
    const season = someFiles().find(({ path }) => path === `${home}/season.yaml`)!.text;
    const own = season.slice(season.indexOf(at)).split('\n')[1]!;
    expect(readWith(`${home}/season.yaml`, `allium-ursinum:\n${own}\n`, 'allium-ursinum:\n')[0]).toContain(
      `(allium-ursinum): ${homeRegion}: stages.leaf: has no time of the year in season.yaml`
    );
    expect(
      readWith(`${home}/season.yaml`, at, 'allium-ursinum:\n  winter: [[1, 2, 3, 4]]\n  leaf: ')[0]
    ).toContain('stages.winter: is not described');
    expect(readWith(`${home}/season.yaml`, 'allium-ursinum:', 'allium-novum:')).toEqual(
      expect.arrayContaining([`${home}/season.yaml (allium-novum): has no file below taxa/`])
    );
    expect(readWith(`${home}/status.yaml`, 'allium-triquetrum:', 'allium-novum:')).toContain(
      `${home}/status.yaml (allium-novum): has no season there`
    );
  });

  /** Another region, but for its season. */
  const elsewhere = [
    {
      path: 'regions/elsewhere/region.yaml',
      text: `name: Elsewhere, first drafts
referencePlace: { latitude: -38, altitudeMetres: 50, climate: mild }
region: { title: Elsewhere, timeZone: Australia/Melbourne, area: [[140, -40, 150, -34]], heat: [12, 1], cold: [7], law: Ask. }`
    },
    {
      path: 'regions/elsewhere/status.yaml',
      text: `allium-ursinum:
  names: [{ name: Bear garlic, language: en, region: Elsewhere }]
  habitats: [grassland]
  standing: { origin: introduced, isInvasive: true, frequency: rare }`
    }
  ];
  const described = (slug: string) => [...shippedLibrary().taxa.get(slug)!.stages.keys()];

  it('have their own seasons, names and habitats of a plant that is the same everywhere', () => {
    const season = (slug: string) =>
      described(slug)
        .map((stage, i) => `  ${stage}: ${i === 0 ? '[[240, 260, 300, 330]]' : 'never'}`)
        .join('\n');
    const text = ['allium-ursinum', 'convallaria-majalis'].map((slug) => `${slug}:\n${season(slug)}`);
    const result = readLibraries([
      ...someFiles(),
      ...elsewhere,
      { path: 'regions/elsewhere/season.yaml', text: text.join('\n') }
    ]);
    if ('problems' in result) throw new Error(result.problems.join('\n'));
    const { library, document } = result.regions.get('elsewhere')!;
    const [here, there] = [shippedLibrary().taxa.get('allium-ursinum')!, library.taxa.get('allium-ursinum')!];
    expect([...library.taxa.keys()]).toEqual(['allium-ursinum', 'convallaria-majalis']);
    expect([...there.stages.keys()]).toEqual([described('allium-ursinum')[0]]);
    const [first] = described('allium-ursinum') as [Stage];
    expect(there.stages.get(first)!.cells).toEqual(here.stages.get(first)!.cells);
    expect(there.stages.get(first)!.windows).not.toEqual(here.stages.get(first)!.windows);
    expect(englishName(there)).toBe('Bear garlic');
    expect(there.names.slice(1)).toEqual(here.names);
    expect(there.habitats).toEqual(['grassland']);
    expect(there.standing).toEqual({ origin: 'introduced', isInvasive: true, frequency: 'rare' });
    // Of the shared pairs, those of which it has both.
    expect(document.pairs.map(({ target, lookalike }) => `${target} ${lookalike}`)).toEqual([
      'allium-ursinum convallaria-majalis'
    ]);
    // The first region is none the wiser.
    expect(result.regions.get(homeRegion)!.library.hash).toBe(hashOf());
  });

  it('of which a plant stands in none are told of', () => {
    const without = someFiles().map((file) =>
      file.path === `${home}/season.yaml`
        ? { ...file, text: file.text.replace(/^stachys-sylvatica:\n( .*\n)+/m, '') }
        : file
    );
    const result = readLibraries(without);
    expect('problems' in result && result.problems).toContain(
      'taxa/stachys-sylvatica.yaml (stachys-sylvatica): stands in the season of no region'
    );
  });
});

describe('the recipe of an earlier release', () => {
  it('is read without the colours that described states give now', () => {
    const colour = { upper: '#5F9A3F', stem: '#9BBC72', flower: { purple: '#C39AD0' } };
    expect(Recipe.parse({ colour }).colour).toEqual({ flower: { purple: '#C39AD0' } });
    expect(Recipe.parse({ colour: { upper: '#5F9A3F' } }).colour).toEqual({});
    expect(Recipe.safeParse({ colour: { lower: '#5F9A3F' } }).success).toBe(false);
  });
});
