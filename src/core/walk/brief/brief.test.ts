import { describe, expect, it } from 'vitest';
import { springWood } from '../../../../tests/support/circumstances';
import { shippedLibrary } from '../../../../tests/support/content';
import { englishName, isDangerous, worstSeverity } from '../../knowledge';
import {
  BriefDocument,
  type BriefInput,
  type Circumstances,
  type Role,
  composeBrief,
  outlineBrief,
  surveyTaxon
} from '../index';

const library = shippedLibrary();

const planned = (
  slug: string,
  role: Role,
  at: Circumstances = springWood
): BriefInput['planned'][number] => ({
  survey: surveyTaxon(library, library.taxa.get(slug)!, role, at),
  role,
  part: 'leaf',
  portion: '8 leaves each',
  piecesEach: 8,
  stopName: 'Ramsons carpet'
});

const briefFront = BriefDocument.shape.front.parse({
  site: 'Crannoge Wood',
  accessPoint: 'Forest gate.',
  permission: 'Leave to pick.',
  leader: 'Bram Oakhill',
  cohort: 'Spring beginners',
  emergencyNumbers: [{ label: 'Emergency call', number: '112' }],
  meeting: { longitude: -8.7, latitude: 54.3 }
});

const input = (...taxa: BriefInput['planned']): BriefInput => ({
  walk: {
    kind: 'walk',
    name: 'Wood in leaf',
    isoDate: springWood.isoDate,
    start: '11:00',
    end: '14:00',
    timeZone: 'Europe/Dublin'
  },
  front: briefFront,
  stops: [],
  dangers: [],
  bites: [],
  learners: 9,
  isConfirmed: () => false,
  remarks: new Map([['allium-ursinum~arum-maculatum', 'Two leaves of it stand in the carpet.']]),
  planned: taxa
});

const compose = (...taxa: BriefInput['planned']) => composeBrief(library, input(...taxa), springWood);

describe('a brief', () => {
  it('has a contrast sheet for each curated lookalike of what is gathered, the weightiest first', () => {
    const { document } = compose(planned('allium-ursinum', 'gather'));
    expect(document.sheets.map(({ lookalike }) => lookalike.slug)).toEqual(
      expect.arrayContaining(['convallaria-majalis', 'arum-maculatum', 'colchicum-autumnale'])
    );
    const ratings = document.sheets.map(({ rating }) => rating.rating);
    expect(ratings).toEqual([...ratings].sort((a, b) => b - a));
  });

  it('has none for what is left out', () => {
    const { document } = compose(planned('allium-ursinum', 'leave out'));
    expect([document.sheets, document.targets, document.harvest]).toEqual([[], [], []]);
  });

  it('loses no lookalike: what gets no sheet stands in the appendix', () => {
    const taught = [planned('allium-ursinum', 'gather'), planned('nasturtium-officinale', 'show')];
    const { document } = compose(...taught);
    const pairs = taught.reduce((sum, { survey }) => sum + survey.pairs.length, 0);
    expect(document.sheets.length + document.appendix.length).toBe(pairs);
  });

  it('marks what decides, in checking order, and folds the rest behind it', () => {
    const { document } = compose(planned('allium-ursinum', 'gather'));
    const sheet = document.sheets.find(({ lookalike }) => lookalike.slug === 'colchicum-autumnale')!;
    const deciding = sheet.rows.map(({ decides }) => decides);
    expect(deciding).toEqual([...deciding].sort((a, b) => Number(b) - Number(a)));
    expect(sheet.rows.filter(({ decides }) => decides).map(({ slug }) => slug)).toEqual([
      'leaf-sheen-below',
      'leaf-attachment'
    ]);
    for (const { separability } of sheet.rows) expect(separability).toBeGreaterThanOrEqual(0.75);
  });

  it('quotes no flowers that are not there yet, and says when they come', () => {
    const { document } = compose(planned('allium-ursinum', 'gather'));
    const [sheet] = document.sheets;
    expect(sheet!.notYet?.stage).toBe('flower');
    expect(sheet!.notYet!.from > springWood.isoDate).toBe(true);
    expect(sheet!.rows.some(({ slug }) => slug.startsWith('flower'))).toBe(false);
  });

  it('says of an inseparable pair that it is not for this stage, and gives no trust to a set', () => {
    const { document } = compose(planned('anthriscus-sylvestris', 'show'));
    const sheet = document.sheets.find(({ lookalike }) => lookalike.slug === 'conium-maculatum')!;
    expect(sheet.separable).toBe(false);
    expect(sheet.trust).toBeUndefined();
    expect(sheet.firstDate).toBeUndefined();
    expect(document.targets[0]).toMatchObject({ found: false, slug: 'anthriscus-sylvestris' });
  });

  it('names on each sheet whose looks were not confirmed', () => {
    const looks = library.taxa.get('allium-ursinum')!.stages.get('leaf')!.hash;
    const { document } = composeBrief(
      library,
      { ...input(planned('allium-ursinum', 'gather')), isConfirmed: (claim) => claim === looks },
      springWood
    );
    for (const { drafts, lookalike } of document.sheets) expect(drafts).toEqual([lookalike.name]);
    const before = BriefDocument.parse({
      ...document,
      sheets: document.sheets.map(({ drafts: _, ...sheet }) => sheet)
    });
    expect(before.sheets[0]!.drafts).toEqual([]);
  });

  it('names the harm of each lookalike with its delay', () => {
    const { document } = compose(planned('allium-ursinum', 'gather'));
    for (const { lookalike } of document.sheets) {
      const { hazards } = library.taxa.get(lookalike.slug)!;
      expect(lookalike.severity).toBe(worstSeverity(library.taxa.get(lookalike.slug)!));
      expect(hazards.map(({ onset }) => onset)).toContain(lookalike.onset);
    }
  });

  it('warns of contact with what is planned and with what may stand among it', () => {
    const { document } = compose(
      planned('heracleum-sphondylium', 'show'),
      planned('arum-maculatum', 'danger')
    );
    expect(document.contact.map(({ scientific }) => scientific)).toEqual(
      expect.arrayContaining(['Heracleum mantegazzianum', 'Arum maculatum'])
    );
    const giant = document.contact.find(({ scientific }) => scientific === 'Heracleum mantegazzianum')!;
    expect(giant.where).toBe('may stand among the others');
    expect(giant.onset).toMatch(/days later/);
  });

  it('repeats the harvest rule on the card of what is gathered', () => {
    const { document } = compose(planned('allium-ursinum', 'gather'));
    expect(document.harvest).toHaveLength(1);
    expect(document.harvest[0]).toMatchObject({ part: 'leaf', portion: '8 leaves each', tool: 'scissors' });
    expect(document.harvest[0]!.rule).toContain('never the bulb');
  });
});

describe('a brief as a snapshot', () => {
  const { document, drawings } = compose(
    planned('allium-ursinum', 'gather'),
    planned('rumex-acetosa', 'gather')
  );

  it('survives storage: it is read back by its own schema unchanged', () => {
    expect(BriefDocument.parse(JSON.parse(JSON.stringify(document)))).toEqual(
      JSON.parse(JSON.stringify(document))
    );
  });

  it('holds the drawing of every plate that it names, and no other', () => {
    const named = new Set(
      document.sheets.flatMap(({ plates }) => plates.flatMap((plate) => plate?.id ?? []))
    );
    expect(new Set(drawings.keys())).toEqual(named);
    for (const svg of drawings.values())
      expect(svg).toMatch(/^<svg [^>]*viewBox="0 0 2900 3400" width="290" height="340"/);
  });

  it('ends its leader lines on the plates, on both of them for each character of the set that is drawn', () => {
    for (const { plates, rows } of document.sheets)
      for (const { anchors, width, height } of plates.filter((plate) => plate !== null))
        for (const { slug } of rows.filter((row) => row.decides)) {
          const at = anchors[slug];
          if (!at) continue;
          expect(at.x).toBeGreaterThan(0);
          expect(at.x).toBeLessThan(width);
          expect(at.y).toBeGreaterThan(0);
          expect(at.y).toBeLessThan(height);
        }
    const crocus = document.sheets.find(({ key }) => key === 'allium-ursinum~colchicum-autumnale')!;
    expect(crocus.plates.every((plate) => plate?.anchors['leaf-attachment'])).toBe(true);
  });

  it('is the same for the same plan, and other plants on another day', () => {
    const again = compose(planned('allium-ursinum', 'gather'), planned('rumex-acetosa', 'gather'));
    expect(again.document).toEqual(document);
    const later = { ...springWood, isoDate: '2027-04-26' };
    const other = composeBrief(library, input(planned('allium-ursinum', 'gather', later)), later);
    expect([...other.drawings.keys()].some((id) => drawings.has(id))).toBe(false);
  });

  it('names the release of the library that it rests on', () => {
    expect(document.library).toEqual({ hash: library.hash, name: library.name, taxa: library.taxa.size });
  });
});

describe('a stop before a danger', () => {
  const waysideInJune: Circumstances = { ...springWood, isoDate: '2027-06-10', habitats: [] };
  const danger = (slug: string, at = waysideInJune) => planned(slug, 'danger', at);
  const composeAt = (at: Circumstances, ...taxa: BriefInput['planned']) =>
    composeBrief(library, { ...input(...taxa), remarks: new Map() }, at).document;

  it('brings sheets of what it is taken for, which need not be there; the others stand in words', () => {
    const document = composeAt(waysideInJune, danger('conium-maculatum'));
    expect(document.sheets).toHaveLength(2);
    for (const sheet of document.sheets) {
      expect(sheet).toMatchObject({ isDangerMet: true, lookalike: { slug: 'conium-maculatum' } });
      expect(isDangerous(library.taxa.get(sheet.target.slug)!)).toBe(false);
      expect(sheet.rows.length).toBeGreaterThan(0);
    }
    expect(document.appendix.every(({ lookalike }) => lookalike === 'Hemlock')).toBe(true);
    expect(document.ill.map(({ name }) => name)).toEqual(['Hemlock']);
    // Whether hemlock can be told from cowbane is nobody's question.
    expect(document.targets).toEqual([]);
  });

  it('prefers what is recorded on the ground', () => {
    const [told] = composeAt(waysideInJune, danger('conium-maculatum')).appendix;
    const plant = [...library.taxa.values()].find((taxon) => englishName(taxon) === told!.target)!;
    const known = { ...waysideInJune, abundance: new Map([[plant.slug, 'frequent' as const]]) };
    const { sheets } = composeAt(known, danger('conium-maculatum', known));
    expect(sheets.map(({ target }) => target.slug)).toContain(plant.slug);
  });

  it('that can only not be told brings its rivals, their harm and what to do', () => {
    const document = composeAt(waysideInJune, danger('anthriscus-sylvestris'));
    const hemlock = document.sheets.find(({ lookalike }) => lookalike.slug === 'conium-maculatum')!;
    expect(hemlock).toMatchObject({ isDangerMet: false, target: { role: 'danger' } });
    expect(document.ill.map(({ name }) => name)).toContain('Hemlock');
    expect(document.targets.map(({ slug, role }) => [slug, role])).toEqual([
      ['anthriscus-sylvestris', 'danger']
    ]);
  });

  it('says when the two can be told, where that is within a year', () => {
    const spring = { ...waysideInJune, isoDate: '2027-04-05' };
    const open = [...library.taxa.values()]
      .filter((taxon) => !isDangerous(taxon))
      .map((taxon) => surveyTaxon(library, taxon, 'show', spring))
      .filter(({ firstDate, stage }) => stage && firstDate);
    expect(open.length).toBeGreaterThan(0);
    for (const { target, firstDate } of open)
      expect(danger(target.slug, spring).survey.firstDate, target.slug).toBe(firstDate);
  });

  it('says no pair twice that the walk teaches anyway', () => {
    const document = composeAt(
      springWood,
      planned('allium-ursinum', 'gather'),
      danger('convallaria-majalis', springWood)
    );
    const keys = document.sheets.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(document.sheets.filter(({ lookalike }) => lookalike.slug === 'convallaria-majalis')).toHaveLength(
      1
    );
  });

  it.each(['2027-01-20', '2027-04-20', '2027-07-20', '2027-10-10'])(
    'leaves no dangerous plant of the library without a word on %s',
    (isoDate) => {
      const at = { ...springWood, isoDate, habitats: [] };
      for (const taxon of library.taxa.values()) {
        if (!isDangerous(taxon)) continue;
        const one = danger(taxon.slug, at);
        if (!one.survey.stage) continue;
        const { ill, contact } = outlineBrief(library, input(one));
        const told = [...ill, ...contact].map(({ scientific }) => scientific);
        expect(told, taxon.slug).toContain(taxon.name);
      }
    }
  );

  it('has a sheet wherever a pair with something harmless was curated that is up', () => {
    let asked = 0;
    for (const taxon of library.taxa.values()) {
      if (!isDangerous(taxon)) continue;
      const one = danger(taxon.slug);
      if (!one.survey.stage) continue;
      const isTakenFor = library.pairs.some(({ target, lookalike, kind }) => {
        const harmless = library.taxa.get(target)!;
        if (lookalike !== taxon.slug || kind === 'grows among' || isDangerous(harmless)) return false;
        const { pairs } = surveyTaxon(library, harmless, 'show', waysideInJune, false);
        return pairs.some((pair) => pair.lookalike.taxon === taxon);
      });
      if (!isTakenFor) continue;
      asked += 1;
      const { sheets } = composeAt(waysideInJune, one);
      expect(sheets.length, taxon.slug).toBeGreaterThan(0);
    }
    expect(asked).toBeGreaterThan(10);
  });

  it('of a plant that is met at several stops names it once, with what is taken where', () => {
    const seen = {
      ...planned('allium-ursinum', 'show'),
      stopName: 'Gate',
      piecesEach: undefined,
      portion: ''
    };
    const [early, late] = [planned('allium-ursinum', 'gather'), planned('allium-ursinum', 'gather')];
    const { targets, harvest } = outlineBrief(
      library,
      input(seen, early, { ...late, stopName: 'Burn', piecesEach: 2, portion: '' })
    );
    expect(targets).toHaveLength(1);
    expect(targets[0]!.role).toBe('gather');
    expect(harvest).toHaveLength(1);
    expect(harvest[0]!.howMany).toMatch(/^8 pieces each.* at Ramsons carpet; 2 pieces each.* at Burn$/);
    expect(harvest[0]!.portion).toBe('8 leaves each');
    const { document } = composeBrief(library, input(seen, early), springWood);
    const keys = document.sheets.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});
