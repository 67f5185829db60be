import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { companionsOf } from '../../src/lib/server/library/wayside';
import { tryPort } from '../../scripts/setup/ports.js';
import { serve } from '../../scripts/setup/server.js';
import { type Client, signedIn } from '../support/client';
import { isDrawnAt, qualityOf } from '../../src/core/figure';
import { drawnTaxa, shippedLibrary } from '../support/content';
import { type TestDatabase, cloneDatabase } from '../support/database';

/** The pages of the library as they are served, with addresses as people may mistype them. */

let database: TestDatabase;
let server: Awaited<ReturnType<typeof serve>>;
let learner: Client;
let instructor: Client;

beforeAll(async () => {
  database = await cloneDatabase('demo');
  server = await serve({ port: (await tryPort(0))!, app: database.app });
  learner = await signedIn(server.origin, 'learner');
  instructor = await signedIn(server.origin, 'instructor');
});
afterAll(async () => {
  await server.stop();
  await database.drop();
});

describe('browsing', () => {
  it.each([
    ['a name of another region', 'words=moing+mhear', 'Conium maculatum'],
    ['family, place and harm', 'family=Apiaceae&habitat=waterside&harm=can+kill', 'Cicuta virosa'],
    ['a month in which it is up', 'words=autumn+crocus&month=9', 'Colchicum autumnale']
  ])('finds by %s', async (_, query, found) => {
    expect(await learner.words(`/species?${query}`)).toContain(found);
  });

  it('says what to do where nothing fits', async () => {
    const text = await learner.words('/species?words=unicorn');
    expect(text).toContain('Nothing in this library is called “unicorn”');
    expect(text).toContain('enter what you see');
    expect(await learner.words('/species?words=autumn+crocus&month=12')).toContain('Nothing in this library');
  });

  it('takes filters that there are not for none', async () => {
    expect(await learner.words('/species?month=77&harm=maybe')).toMatch(/(\d+) of \1 taxa/);
  });
});

describe('comparing', () => {
  it('leaves out what the library lacks, and compares four at most', async () => {
    const plants = [
      'daucus-carota~flower',
      'no-such-plant~leaf',
      'conium-maculatum~autumn',
      'aethusa-cynapium~flower'
    ];
    const query = [...plants, 'cicuta-virosa~flower', 'berula-erecta~flower']
      .map((plant) => `plant=${encodeURIComponent(plant)}`)
      .join('&');
    const text = await learner.words(`/species/compare?${query}`);
    for (const name of ['Wild carrot', 'Hemlock', 'Fool&#39;s parsley'])
      expect(text.replaceAll("'", '&#39;')).toContain(name);
    expect(await learner.text(`/species/compare?${query}`)).not.toContain('/species/berula-erecta?');
  });

  it('says of two that cannot be told apart that they are left', async () => {
    const text = await learner.words(
      '/species/compare?plant=anthriscus-sylvestris~leaf&plant=conium-maculatum~leaf'
    );
    expect(text).toContain('Not at these stages');
    expect(text).toContain('Leave it.');
    expect(text).toContain('The test that fails:');
  });
});

describe('looking closer', () => {
  it('leaves out what the glossary does not have, and takes the last word on a character', async () => {
    const text = await learner.words(
      '/species/look-closer?see=aura~blue&see=scent~violets&see=flower-colour~white&see=flower-colour~yellow&cannot=nothing'
    );
    expect(text).toContain('Colour of the flower: yellow');
    expect(text).not.toContain('Colour of the flower: white');
    expect(text).not.toContain('aura');
  });

  it('never says that a plant is safe, and always keeps what is not listed', async () => {
    for (const query of [
      '',
      '?see=scent~garlic',
      '?see=scent~garlic&see=leaf-venation~arching&ask=allium-ursinum'
    ]) {
      const text = await learner.words(`/species/look-closer${query}`);
      expect(text).toContain('something not on this list');
      // The caution line says that Good Trail never says so.
      expect(text.replace('never says that a plant is safe', '')).not.toMatch(/\b(is|are) (safe|edible)\b/i);
    }
  });

  it('offers sites to those who lead, and takes a wrong site or date for none', async () => {
    expect(await learner.text('/species/look-closer')).not.toContain('Crannoge Wood');
    const page = await instructor.text('/species/look-closer?site=nowhere&date=2027-02-31');
    expect(page).toContain('Crannoge Wood');
    expect(page).toContain('value="2027-04-24"');
  });
});

describe('what separates a taxon', () => {
  it('depends on the site: what does not grow there is not met', async () => {
    const site = /value="([0-9a-f-]{36})"[^>]*>\s*Ossmer Strand/.exec(
      await instructor.text('/species/rumex-acetosa/apart')
    )![1];
    const anywhere = await instructor.words('/species/rumex-acetosa/apart?date=2027-04-24');
    const strand = await instructor.words(`/species/rumex-acetosa/apart?date=2027-04-24&site=${site}`);
    expect(anywhere).toContain('Lords-and-ladies');
    expect(strand).toContain('Lords-and-ladies');
    expect(anywhere).toContain('checks separate each piece (leaf)');
  });

  it('is told for a day on which the plant is not up', async () => {
    const text = await learner.words('/species/allium-ursinum/apart?date=2027-12-01');
    expect(text).toContain('It is not up on this date.');
    expect(text).toContain('It can first be told from');
  });
});

describe('what learners do not see', () => {
  it.each([
    '/species/confirm',
    '/species/confirm/allium-ursinum',
    '/species/changes',
    '/species/exchange',
    '/species/own',
    '/species/own/pair',
    '/species/own/animal',
    '/species/own/family',
    '/species/own/state',
    '/species/allium-ursinum/correct'
  ])('%s', async (path) => {
    expect((await learner.fetch(path)).status).toBe(403);
    expect((await instructor.fetch(path)).status).toBe(200);
  });

  it('a taxon that there is not', async () => {
    for (const path of ['/species/no-such-plant', '/species/no-such-plant/apart'])
      expect((await instructor.fetch(path)).status, path).toBe(404);
    expect((await instructor.fetch('/species/no-such-plant/correct')).status).toBe(404);
    expect((await instructor.fetch('/species/confirm/no-such-plant')).status).toBe(404);
  });
});

describe('plates', () => {
  const sources = async (path: string) =>
    [...(await instructor.text(path)).matchAll(/src="(\/plates\/[^"]+)"/g)].map(([, source]) => source!);

  it('show every stage of what is asked for, each as a drawing of its own', async () => {
    const of = await sources('/species/plates?words=hemlock&family=Apiaceae&stage=flower');
    expect(of.length).toBeGreaterThan(1);
    for (const source of of) {
      const response = await instructor.fetch(source);
      expect(response.headers.get('content-type')).toContain('image/svg+xml');
      expect(await response.text()).toMatch(/^<svg /);
    }
  });

  it('offer other specimens, within what is described', async () => {
    const [usual] = await sources('/species/plates?words=conium&stage=flower');
    const [other] = await sources('/species/plates?words=conium&stage=flower&specimen=3');
    expect(usual).toMatch(/\/0$/);
    expect(other).toMatch(/\/3$/);
    const drawn = await Promise.all(
      [usual!, other!].map(async (source) => (await instructor.fetch(source)).text())
    );
    expect(drawn[0]).not.toBe(drawn[1]);
  });

  it('take a mistyped page, stage or specimen for none, and say where nothing answers', async () => {
    const text = await instructor.words('/species/plates?page=99&stage=autumn&specimen=-4');
    expect(text).toMatch(/Sheet (\d+) of \1 /);
    expect(text).toContain('the usual specimen of each');
    expect(await instructor.words('/species/plates?words=unicorn')).toContain('No plate answers to that');
  });

  it('are for those who lead', async () => {
    expect((await learner.fetch('/species/plates')).status).toBe(403);
  });

  it('are told in words on the sheet of a plant, with how well it is drawn', async () => {
    expect(await learner.words('/species/conium-maculatum?stage=flower')).toContain(
      'marks on the stem: purple blotches'
    );
    const judged = (quality: string) => {
      const [taxon, stage] = drawnTaxa(shippedLibrary())
        .flatMap((taxon) => [...taxon.stages.values()].map((stage) => [taxon, stage] as const))
        .find(([taxon, stage]) => isDrawnAt(stage) && qualityOf(taxon, stage.stage) === quality)!;
      return learner.words(`/species/${taxon.slug}?stage=${encodeURIComponent(stage.stage)}`);
    };
    expect(await judged('fair')).toContain('a fair drawing');
    expect(await judged('good')).not.toContain('a fair drawing');
  });
});

describe('a handful', () => {
  const asked = 'plant=allium-ursinum~leaf&other=arum-maculatum~leaf';

  it('is drawn without a word of what lies in it', async () => {
    const response = await instructor.fetch(`/species/handful/drawing?${asked}&wrong=2`);
    expect(response.headers.get('content-type')).toContain('image/svg+xml');
    expect(await response.text()).not.toMatch(/arum|allium|wrong|<text/i);
  });

  it('takes numbers out of range for the usual ones, and says what to choose', async () => {
    expect(await instructor.words(`/species/handful?${asked}&pieces=400&wrong=77`)).toContain(
      '12 pieces, picked for ramsons'
    );
    const same = 'plant=allium-ursinum~leaf&other=allium-ursinum~flower';
    for (const bad of [
      same,
      'plant=allium-ursinum~leaf&other=no-such~leaf',
      'plant=allium-ursinum~autumn&other='
    ])
      expect(await instructor.words(`/species/handful?${bad}`)).toMatch(
        /Choose two different plants|Choose the plant/
      );
    expect((await instructor.fetch(`/species/handful/drawing?${same}`)).status).toBe(404);
  });

  it('is for those who lead: a learner would read the answer off its address', async () => {
    for (const path of ['/species/handful', '/species/handful/drawing'])
      expect((await learner.fetch(`${path}?${asked}`)).status).toBe(403);
  });
});

describe('a plant spotted from afar', () => {
  const asked = 'plant=anthriscus-sylvestris~flower&others=5';

  it('is drawn without a word of what stands there, at every distance', async () => {
    for (const distance of ['near', 'across', 'far']) {
      const response = await instructor.fetch(`/species/wayside/drawing?${asked}&distance=${distance}`);
      expect(response.headers.get('content-type')).toContain('image/svg+xml');
      expect(await response.text()).not.toMatch(/anthriscus|parsley|hemlock|<text/i);
    }
  });

  it('stands among its lookalikes of the season', async () => {
    const library = shippedLibrary();
    const taxon = library.taxa.get('anthriscus-sylvestris')!;
    const stage = taxon.stages.get('flower')!;
    for (let seed = 1; seed <= 8; seed += 1) {
      const beside = companionsOf(library, { taxon, stage }, 5, seed).map((one) => one.taxon.slug);
      expect(beside).toHaveLength(5);
      expect(beside).toContain('conium-maculatum');
      expect(beside).not.toContain('anthriscus-sylvestris');
    }
    // Autumn crocus flowers when ramsons have died back.
    const crocus = library.taxa.get('colchicum-autumnale')!;
    const autumn = { taxon: crocus, stage: crocus.stages.get('flower')! };
    expect(companionsOf(library, autumn, 5, 1).map((one) => one.taxon.slug)).not.toContain('allium-ursinum');
  });

  it('takes what it cannot read for the usual, and says what to choose', async () => {
    const page = '/species/wayside';
    expect(await instructor.words(`${page}?${asked}&others=77&distance=moon&sight=none`)).toContain(
      'Find cow parsley.'
    );
    for (const bad of ['plant=no-such~leaf', 'plant=chondrus-crispus~leaf', 'plant=allium-ursinum~autumn'])
      expect(await instructor.words(`${page}?${bad}`)).toMatch(/Choose a plant of the land|Choose the plant/);
    expect((await instructor.fetch(`${page}/drawing?plant=chondrus-crispus~leaf`)).status).toBe(404);
  });

  it('is for those who lead', async () => {
    for (const path of ['/species/wayside', '/species/wayside/drawing'])
      expect((await learner.fetch(`${path}?${asked}`)).status).toBe(403);
  });
});
