import { describe, expect, it } from 'vitest';
import { springWood } from '../../../../tests/support/circumstances';
import { shippedLibrary } from '../../../../tests/support/content';
import { worstSeverity } from '../../knowledge';
import {
  BriefDocument,
  type BriefInput,
  type Circumstances,
  type Role,
  composeBrief,
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
  learners: 9,
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

  it('has none for what is shown as a danger or left out', () => {
    const { document } = compose(
      planned('conium-maculatum', 'danger'),
      planned('allium-ursinum', 'leave out')
    );
    expect(document.sheets).toEqual([]);
    expect(document.targets).toEqual([]);
    expect(document.harvest).toEqual([]);
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
