import { describe, expect, it } from 'vitest';
import { checked, ledgerOf, plannedTaxon, soundPlan } from '../../../../tests/support/plan';
import { shippedLibrary } from '../../../../tests/support/content';
import {
  type PlanFacts,
  contactNames,
  dangersOf,
  isMoreCareful,
  landownersLetter,
  proposeKit,
  proposeRole,
  weatherOf,
  whatChanged
} from '../index';

const proposal = (slug: string, isoDate: string, level: PlanFacts['level'] = 'beginner', sources = 2) =>
  proposeRole(plannedTaxon(slug, 'gather', { sources }, isoDate), level, soundPlan.policy);

describe('the role that the engine proposes', () => {
  it.each<[string, string, string, PlanFacts['level'], string]>([
    ['what kills', 'conium-maculatum', '2027-05-20', 'experienced', 'danger'],
    ['what burns the skin', 'heracleum-mantegazzianum', '2027-06-20', 'experienced', 'danger'],
    ['what is not up', 'allium-ursinum', '2027-12-01', 'beginner', 'leave out'],
    [
      'what cannot be told apart at this stage',
      'anthriscus-sylvestris',
      '2027-04-10',
      'experienced',
      'danger'
    ],
    ['the carrot family for beginners', 'daucus-carota', '2027-08-10', 'beginner', 'show'],
    ['what can be told apart and is confirmed', 'allium-ursinum', '2027-04-25', 'beginner', 'gather']
  ])('of %s', (_, slug, date, level, role) => {
    const { role: proposed, why } = proposal(slug, date, level);
    expect(proposed).toBe(role);
    expect(why.length).toBeGreaterThan(10);
  });

  it('is to show what is not confirmed by two sources', () => {
    expect(proposal('allium-ursinum', '2027-04-25', 'beginner', 1).role).toBe('show');
  });

  it('is to show what is likely over, or not there yet, and the check says how likely', () => {
    const isoDate = '2027-09-20';
    const { role, why } = proposal('vaccinium-myrtillus', isoDate);
    expect([role, why]).toEqual(['show', expect.stringMatching(/in fruit with a chance of \d+ % only/)]);
    const checks = ledgerOf({ isoDate, taxa: [plannedTaxon('vaccinium-myrtillus', 'gather', {}, isoDate)] });
    expect(checks.find(({ key }) => key === 'up vaccinium-myrtillus')).toMatchObject({
      state: 'look',
      title: 'Look: is bilberry there?'
    });
  });

  it('is told of only where it is more careful than the plan', () => {
    expect(isMoreCareful({ role: 'show', why: '' }, 'gather')).toBe(true);
    expect(isMoreCareful({ role: 'gather', why: '' }, 'show')).toBe(false);
    expect(isMoreCareful({ role: 'leave out', why: '' }, 'danger')).toBe(false);
  });
});

describe('the kit', () => {
  const keysOf = (change: Partial<PlanFacts>, touching: string[] = [], end = 800) =>
    proposeKit({ ...soundPlan, ...change }, end, touching).map(({ key }) => key);
  const site = (change: Partial<PlanFacts['site']>) => ({ site: { ...soundPlan.site, ...change } });

  it('has a first-aid kit and a telephone whatever is planned, and each thing once', () => {
    for (const kind of ['walk', 'class'] as const) {
      const keys = keysOf({ kind, taxa: [] });
      expect(keys).toEqual(expect.arrayContaining(['first-aid', 'phone']));
      expect(new Set(keys).size).toBe(keys.length);
    }
  });

  it.each<[string, Partial<PlanFacts>, string[], string]>([
    ['gloves where something harms by contact', {}, ['nettle'], 'gloves'],
    ['a throw line beside deep mud', site({ kinds: ['deep mud'] }), [], 'rope'],
    ['a tick remover on rough ground from March to October', {}, [], 'ticks'],
    ['map and shelter on a hill', site({ altitudeMetres: 260 }), [], 'shelter'],
    [
      'something against burns where there is fire',
      {
        stops: [
          {
            ...soundPlan.stops[0]!,
            activity: { kind: 'brew', materials: '', fire: true, blades: false, allergens: '' }
          }
        ]
      },
      [],
      'burns'
    ]
  ])('proposes %s', (_, change, touching, key) => {
    expect(keysOf(change, touching)).toContain(key);
  });

  it('leaves out what season and place do not ask for', () => {
    expect(keysOf({ animals: [] })).not.toContain('ticks');
    expect(keysOf({})).not.toContain('rope');
    expect(keysOf({}, [], 1240)).toContain('torch');
    expect(keysOf({}, [], 1000)).not.toContain('torch');
  });

  it('names the dangerous lookalikes that burn, though nobody planned them', () => {
    const giant = shippedLibrary().taxa.get('heracleum-mantegazzianum')!;
    expect(contactNames([], [giant], ({ slug }) => slug)).toEqual(['heracleum-mantegazzianum']);
  });
});

describe('weather and dangers', () => {
  it('follow the ground and the month, and there are none in a room', () => {
    const wood = {
      ...soundPlan,
      site: { ...soundPlan.site, habitats: ['woodland'], kinds: ['stream' as const] }
    };
    expect(weatherOf(wood)).toEqual(['lightning', 'wind under trees', 'cold and wet', 'stream in spate']);
    expect(weatherOf({ ...wood, isoDate: '2027-07-01' })).toContain('heat');
    expect(weatherOf({ ...wood, kind: 'class' })).toEqual([]);
    expect(dangersOf(wood).map(({ name }) => name)).toEqual(expect.arrayContaining(['Ticks', 'Stream']));
    expect(dangersOf({ ...wood, kind: 'class' })).toEqual([]);
  });

  it('stand in the order of their rating', () => {
    const shore = {
      ...soundPlan,
      site: { ...soundPlan.site, hasTide: true, kinds: ['deep mud' as const, 'main road' as const] },
      stops: soundPlan.stops.map((stop) => ({ ...stop, isOnShore: true }))
    };
    const ratings = dangersOf(shore).map(({ consequence, likelihood }) => consequence * likelihood);
    expect(ratings[0]).toBe(15);
    expect(ratings).toEqual([...ratings].sort((a, b) => b - a));
  });
});

describe('what goes into the kit', () => {
  const kitOf = (facts: Parameters<typeof proposeKit>[0]) => proposeKit(facts, 16 * 60, []);
  const labels = (facts: Parameters<typeof proposeKit>[0]) => kitOf(facts).map(({ label }) => label);

  it('follows from how what is gathered is prepared at a stop', () => {
    const nettles = { ...soundPlan, taxa: [plannedTaxon('urtica-dioica', 'gather', { part: 'young top' })] };
    expect(labels(nettles)).not.toContain('Jug');
    const brewing = {
      ...nettles,
      stops: nettles.stops.map((stop) => ({
        ...stop,
        activity: { kind: 'brew' as const, materials: '', fire: false, blades: false, allergens: '' }
      }))
    };
    expect(labels(brewing)).toEqual(expect.arrayContaining(['Jug', 'Lid', 'Sieve']));
    expect(kitOf(brewing).find(({ label }) => label === 'Jug')!.why).toBe('to prepare stinging nettle');
  });

  it('packs once what two animals ask for, for both reasons and by everyone where one of them asks that', () => {
    const [tick] = soundPlan.animals;
    const kit = [{ key: 'trousers', label: 'Long trousers', carriedBy: 'leaders' as const, protects: false }];
    const ivy = {
      ...tick!,
      slug: 'ivy',
      name: 'Ivy on skin',
      kit: [{ ...kit[0]!, carriedBy: 'everyone' as const, protects: true }]
    };
    const packed = kitOf({ ...soundPlan, animals: [{ ...tick!, name: 'Ticks', kit }, ivy] });
    expect(packed.filter(({ key }) => key === 'trousers')).toEqual([
      {
        key: 'trousers',
        label: 'Long trousers',
        why: 'ticks; ivy on skin',
        carriedBy: 'everyone',
        protects: true
      }
    ]);
    expect(new Set(packed.map(({ key }) => key)).size).toBe(packed.length);
  });

  it('has the container that a crop needs, and what keeps the animals of the day off', () => {
    const berries = {
      ...soundPlan,
      taxa: [plannedTaxon('rubus-fruticosus', 'gather', { part: 'ripe berry' })]
    };
    expect(labels(berries)).toEqual(
      expect.arrayContaining(['A flat tub, filled one layer deep', 'Tick remover'])
    );
    expect(labels({ ...berries, animals: [] })).not.toContain('Tick remover');
    expect(labels({ ...berries, kind: 'class' })).not.toContain('Tick remover');
  });
});

describe('a plan on another day', () => {
  it('lists stages, separating sets and checks that come out otherwise, and nothing else', () => {
    const on = (isoDate: string) => {
      const facts = { isoDate, taxa: [plannedTaxon('allium-ursinum', 'gather', {}, isoDate)] };
      return { facts: checked(facts).facts, checks: ledgerOf(facts) };
    };
    expect(whatChanged(on('2027-04-25'), on('2027-04-25'))).toEqual([]);
    const about = whatChanged(on('2027-04-25'), on('2027-12-01')).map((change) => change.about);
    expect(about).toContain('Stage of ramsons');
    expect(about).toContain('Stop: ramsons is not up');
  });
});

describe('a letter to the landowner', () => {
  const letter = (change: Partial<PlanFacts> = {}) =>
    landownersLetter(
      { ...soundPlan, ...change },
      {
        school: 'Tarn Hollow',
        writer: 'Bram Oakhill',
        owner: undefined,
        date: 'Sun 25 April 2027',
        start: '10:00',
        end: '12:00'
      }
    ).join('\n');
  it('asks for what is planned, with the amounts', () => {
    expect(letter({ taxa: [plannedTaxon('allium-ursinum', 'gather', { piecesEach: 8 })] })).toContain(
      'ramsons (leaf, 8 pieces each, 72 in all)'
    );
  });
  it('asks for nothing where nothing is gathered', () => {
    expect(letter({ taxa: [] })).toContain('nothing would be picked');
  });
});
