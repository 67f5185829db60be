import { describe, expect, it } from 'vitest';
import {
  checked,
  keysOf,
  ledgerOf,
  plannedTaxon,
  soundPath,
  soundPlan
} from '../../../../../tests/support/plan';
import type { PlanFacts } from '../facts';
import type { Role } from '../../policy';
import { type Check, figuresOf, holdsBack, runChecks } from './index';

const stops = (change: Partial<PlanFacts>) => keysOf(ledgerOf(change), 'stop');
const byKey = (change: Partial<PlanFacts>, key: string): Check =>
  ledgerOf(change).find((check) => check.key === key)!;
const site = (change: Partial<PlanFacts['site']>) => ({ site: { ...soundPlan.site, ...change } });
const group = (change: Partial<PlanFacts['group']>) => ({ group: { ...soundPlan.group, ...change } });
const atBurn = (change: Partial<PlanFacts['stops'][number]>) => ({
  stops: soundPlan.stops.map((stop) => (stop.id === 'burn' ? { ...stop, ...change } : stop))
});
const patch = soundPlan.stops[1]!.patch!;

describe('the way of a walk', () => {
  const danger = (kind: 'cliff' | 'main road' | 'deep mud', line: [number, number][], isArea = false) => ({
    dangersOfGround: [{ kind, name: 'North edge', edge: { line, isArea } }]
  });
  /** So many metres north of the path. */
  const north = (metres: number) => 54.3 + metres / 111_320;
  const along = (metres: number): [number, number][] => [
    [-8.7, north(metres)],
    [-8.698, north(metres)]
  ];
  const looks = (change: Partial<PlanFacts>) =>
    keysOf(ledgerOf(change), 'look').filter((key) => key !== 'coverage');

  it.each<[string, Partial<PlanFacts>, string[]]>([
    ['a cliff near by', danger('cliff', along(12)), ['near cliff North edge']],
    ['a cliff far off', danger('cliff', along(40)), []],
    [
      'a road that it crosses',
      danger('main road', [
        [-8.699, north(-9)],
        [-8.699, north(9)]
      ]),
      ['near main road North edge']
    ],
    [
      'mud that it leads through',
      danger('deep mud', [...along(-5), ...along(5).reverse(), along(-5)[0]!], true),
      ['near deep mud North edge']
    ],
    ['a stop off the path', atBurn({ at: [-8.698, north(200)] }), ['off path']]
  ])('is looked at: %s', (_, change, keys) => expect(looks(change)).toEqual(keys));

  it('without heights is looked at, unless somebody says that the ground is level', () => {
    const flat = soundPath.map((position) => position.slice(0, 2));
    const keys = (change: Partial<PlanFacts>) => keysOf(runChecks(checked(change, flat), []), 'look');
    expect(keys({})).toContain('heights');
    expect(keys(site({ isLevel: true }))).not.toContain('heights');
  });

  it('says how near, and where it leaves the path', () => {
    expect(byKey(danger('cliff', along(12)), 'near cliff North edge').title).toMatch(
      /^Look: 1[12] m from North edge/
    );
    expect(
      byKey(
        danger('main road', [
          [-8.699, north(-9)],
          [-8.699, north(9)]
        ]),
        'near main road North edge'
      ).title
    ).toContain('meets');
    expect(byKey(atBurn({ at: [-8.698, north(200)] }), 'off path').detail).toContain('gate to burn, 200 m');
  });

  it('holds nothing back', () => {
    expect(holdsBack(ledgerOf(danger('cliff', along(1))))).toBe(false);
  });
});

describe('the ledger of checks', () => {
  it('lets a sound plan pass, and says all the same how small the library is', () => {
    const checks = ledgerOf();
    expect(holdsBack(checks)).toBe(false);
    expect(keysOf(checks, 'look')).toEqual(['coverage']);
  });

  it('puts what stops first, then what to look at, then what passed', () => {
    const order = { stop: 0, look: 1, pass: 2 };
    const checks = ledgerOf({ stops: [], school: { ...soundPlan.school, emergencyNumbers: [] } });
    const ranks = checks.map(({ state }) => order[state]);
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(ranks.filter((rank) => rank === 0)).toHaveLength(2);
  });

  it.each<[string, Partial<PlanFacts>]>([
    ['date', { isoDate: '2027-04-23' }],
    ['numbers', { school: { ...soundPlan.school, emergencyNumbers: [] } }],
    ['access', site({ accessPoint: undefined })],
    ['stops', { stops: [] }],
    ['consent', group({ withoutConsent: ['Piet Lackenby'] })],
    ['group', { ...group({ learners: 10 }), ...site({ largestGroup: 9 }) }],
    ['cohort', group({ name: undefined, learners: 0 })],
    ['cohort', group({ learners: 0 })],
    ['permission', site({ mayPick: false })],
    ['permission', site({ permissionSince: undefined })],
    ['permission', site({ permissionSince: '2027-04-26' })],
    ['permission', site({ permissionUntil: '2027-04-24' })],
    ['leaders', { ...group({ learners: 11 }) }],
    ['leaders', { ...group({ learners: 7, minors: 1 }) }],
    ['first-aid', { leaders: [{ name: 'Bram Oakhill', firstAidUntil: '2027-04-24' }] }],
    ['first-aid', { leaders: [{ name: 'Bram Oakhill', firstAidUntil: undefined }] }],
    ['insurance', { school: { ...soundPlan.school, insuranceUntil: '2027-04-24' } }],
    ['fits', { due: 640 }],
    ['daylight', { rhythm: { ...soundPlan.rhythm, start: 1190 } }],
    ['daylight', { rhythm: { ...soundPlan.rhythm, start: 300 } }],
    ['gone burn', atBurn({ patch: { ...patch, isGone: true } })],
    ['closed burn', atBurn({ patch: { ...patch, closed: 'It was sprayed.' } })],
    [
      'contamination burn',
      atBurn({
        patch: {
          ...patch,
          contamination: [
            { kind: 'main road', name: 'Road', metres: 12, buffer: 50, why: 'metals', isUpstream: false }
          ]
        }
      })
    ],
    ['fire', atBurn({ activity: { kind: 'brew', materials: '', fire: true, blades: false, allergens: '' } })],
    ['kit first-aid', { kit: { struck: ['first-aid'], packed: [], own: [] } }],
    ['renamed allium-ursinum', { taxa: [plannedTaxon('allium-ursinum', 'gather', { isRenamed: true })] }]
  ])('stops at %s, and says where it can be mended', (key, change) => {
    expect(stops(change)).toEqual([key]);
    expect(byKey(change, key).mend).toBeDefined();
  });

  it('names whose guardian has not consented', () => {
    const change = group({ withoutConsent: ['Piet Lackenby', 'Juno Marrable'] });
    expect(byKey(change, 'consent').detail).toContain('Piet Lackenby, Juno Marrable');
  });

  it('lets today’s walk pass: only a date before today is past', () => {
    expect(stops({ isoDate: soundPlan.today })).toEqual([]);
  });

  it('takes a permission without an end as lasting, and no limit as no limit', () => {
    const change = {
      ...site({ permissionUntil: undefined, largestGroup: undefined }),
      ...group({ learners: 10 })
    };
    expect(stops(change)).toEqual([]);
  });

  it('asks for leave to pick only where something is gathered', () => {
    const shown = ledgerOf({ ...site({ mayPick: false }), taxa: [plannedTaxon('allium-ursinum', 'show')] });
    expect(keysOf(shown, 'look')).toContain('permission');
    expect(holdsBack(shown)).toBe(false);
  });

  it('looks at the same patch in two stops, a short reserve, and what nobody set', () => {
    const twice = soundPlan.stops.map((stop) => ({ ...stop, patch }));
    expect(keysOf(ledgerOf({ stops: twice }), 'look')).toContain('twice gate burn barn');
    expect(keysOf(ledgerOf({ reserve: 5 }), 'look')).toContain('fits');
    expect(keysOf(ledgerOf({ weather: [] }), 'look')).toContain('weather');
    expect(keysOf(ledgerOf(group({ healthNotes: 0 })), 'look')).toContain('health');
    expect(keysOf(ledgerOf(site({ mayCharge: false })), 'look')).toContain('fee');
  });

  it('takes readiness as advice, never as a stop', () => {
    const change = { readiness: { pairs: 3, practised: 0, dangerousGathers: 12 } };
    expect(stops(change)).toEqual([]);
    expect(keysOf(ledgerOf(change), 'look')).toContain('readiness');
  });

  it('says how many health notes matter, never whose', () => {
    const check = byKey(group({ healthMatters: 2 }), 'health');
    expect(check).toMatchObject({ state: 'look', mend: { at: 'group' } });
  });
});

describe('a stop of the shore', () => {
  const onShore = (shore: PlanFacts['shore']) => ({
    ...atBurn({ isOnShore: true }),
    ...site({ hasTide: true }),
    shore,
    weather: [
      ...soundPlan.weather,
      { kind: 'sea state' as const, limit: 'swell', decides: 'Bram', when: 'at 7' }
    ]
  });
  // By the plan the burn is reached at 10:26 and left at 10:58.
  it('passes within a window, up to its last minute', () => {
    expect(stops(onShore([{ from: 626, until: 658 }]))).toEqual([]);
  });
  it.each<[string, PlanFacts['shore']]>([
    ['before it opens', [{ from: 627, until: 700 }]],
    ['after it closes', [{ from: 600, until: 657 }]],
    ['where it never opens', []],
    [
      'over two windows',
      [
        { from: 600, until: 640 },
        { from: 641, until: 700 }
      ]
    ]
  ])('stops %s, and nothing lifts that', (_, shore) => {
    expect(stops(onShore(shore))).toEqual(['shore burn']);
    expect(byKey(onShore(shore), 'shore burn').mayLift).toBeUndefined();
  });
  it('stops where no tide is known', () => {
    expect(stops({ ...onShore([]), ...site({ hasTide: false }) })).toContain('shore');
  });
});

describe('a taxon that is to be gathered', () => {
  it.each([0, 1])('stops with %i of two sources, and nothing lifts that', (sources) => {
    const change = { taxa: [plannedTaxon('allium-ursinum', 'gather', { sources })] };
    expect(stops(change)).toEqual(['sources allium-ursinum']);
    expect(byKey(change, 'sources allium-ursinum').mayLift).toBeUndefined();
  });

  it('stops where the library has no use of that part, and where digging is not allowed', () => {
    const change = { taxa: [plannedTaxon('allium-ursinum', 'gather', { part: 'bulb' })] };
    expect(stops(change)).toEqual(['dig', 'use allium-ursinum']);
    expect(byKey(change, 'use allium-ursinum').detail).toContain('The library knows: leaf.');
  });

  it('stops at a stage for which its use is not recorded', () => {
    const spring = plannedTaxon('daucus-carota', 'gather', {}, '2027-05-20');
    expect(spring.stage).toBe('first-year leaf');
    const check = byKey({ level: 'experienced', taxa: [spring] }, 'use daucus-carota');
    expect(check.state).toBe('stop');
    expect(check.detail).toContain('Its use is recorded for flower only.');
  });

  it('needs no sources to be shown', () => {
    expect(stops({ taxa: [plannedTaxon('allium-ursinum', 'show', { sources: 0 })] })).toEqual([]);
  });

  it('stops where no stage of it is up, which is only advice where it is shown', () => {
    const winter = (role: Role) => ({ taxa: [plannedTaxon('allium-ursinum', role, {}, '2027-12-01')] });
    expect(stops(winter('gather'))).toEqual(['up allium-ursinum']);
    expect(byKey(winter('show'), 'up allium-ursinum').state).toBe('look');
  });

  it('stops where it cannot be told from a dangerous lookalike at this stage, naming it and the first date', () => {
    const taxa = [plannedTaxon('anthriscus-sylvestris', 'gather', {}, '2027-04-10')];
    const apart = byKey({ level: 'experienced', taxa }, 'apart anthriscus-sylvestris');
    expect(apart.state).toBe('stop');
    expect(apart.mayLift).toBeUndefined();
    expect(apart.detail).toMatch(/does not tell it from .*hemlock.*It cannot be within a year/);
    const later = [plannedTaxon('allium-triquetrum', 'gather', {}, '2027-03-10')];
    expect(byKey({ taxa: later }, 'apart allium-triquetrum').detail).toMatch(
      /from .*bluebell.*It first can be on 2027-\d\d-\d\d/
    );
  });

  it('names the separating set where there is one', () => {
    expect(byKey({}, 'apart allium-ursinum')).toMatchObject({
      state: 'pass',
      detail: 'sheen of the underside + leaf and stalk + foot of the plant + a torn leaf'
    });
  });

  it.each<[PlanFacts['level'], PlanFacts['policy']['cautiousFamiliesFrom'], boolean]>([
    ['beginner', 'experienced', true],
    ['improver', 'experienced', true],
    ['experienced', 'experienced', false],
    ['improver', 'improver', false],
    ['beginner', 'beginner', false]
  ])(
    'of the carrot family, for a group of %s where the school says from %s: stops %s',
    (level, from, isStopped) => {
      const change = {
        level,
        policy: { ...soundPlan.policy, cautiousFamiliesFrom: from },
        taxa: [plannedTaxon('daucus-carota', 'gather', {}, '2027-08-10')]
      };
      expect(stops(change).includes('policy daucus-carota')).toBe(isStopped);
    }
  );

  it.each<[string, PlanFacts['taxa'][number]['allowance'], number | undefined, Check['state']]>([
    ['is enough', { kind: 'pieces', whole: 100, left: 72 }, 8, 'pass'],
    ['is a piece short', { kind: 'pieces', whole: 100, left: 71 }, 8, 'stop'],
    ['is asked without a number', { kind: 'pieces', whole: 100, left: 71 }, undefined, 'look'],
    ['is nothing', { kind: 'none', why: 'It rests.' }, 8, 'stop'],
    ['is not known', { kind: 'unknown', why: 'Count it first.' }, 8, 'stop'],
    ['is to need', { kind: 'to need' }, 8, 'pass'],
    ['has no patch', undefined, 8, 'look']
  ])('for 9 people, where what the patch gives %s', (_, allowance, piecesEach, state) => {
    const change = { taxa: [plannedTaxon('allium-ursinum', 'gather', { allowance, piecesEach })] };
    expect(byKey(change, 'allowance allium-ursinum').state).toBe(state);
  });

  it('adds up what the walk takes of one patch at all its stops, and of all parts that are counted together', () => {
    const leaf = {
      stopId: 'burn',
      allowance: { kind: 'pieces', whole: 60, left: 50 } as const,
      piecesEach: 3
    };
    const [early, late, seed] = [
      plannedTaxon('allium-ursinum', 'gather', { ...leaf, id: 'early', key: 'early' }),
      plannedTaxon('allium-ursinum', 'gather', { ...leaf, id: 'late', key: 'late', part: 'flower' }),
      plannedTaxon('allium-ursinum', 'gather', {
        ...leaf,
        id: 'seed',
        key: 'seed',
        part: 'seed',
        account: 'seed'
      })
    ];
    expect(byKey({ taxa: [early] }, 'allowance early').state).toBe('pass');
    // Nine learners: three each of two parts are 54.
    expect(byKey({ taxa: [early, late] }, 'allowance early')).toMatchObject({
      state: 'stop',
      title: 'Stop: 54 ramsons asked, 50 left'
    });
    expect(stops({ taxa: [early, seed] }).filter((key) => key.startsWith('allowance'))).toEqual([]);
    // Where one of them has no number, nothing can be added up.
    const open = byKey({ taxa: [early, { ...late, piecesEach: undefined }] }, 'allowance early');
    expect(open).toMatchObject({ state: 'look', mend: { id: 'late' } });
  });

  it('says once what holds of a part at every stop, and of each stop what its ground decides', () => {
    const twice = ['gate', 'burn'].map((stopId) =>
      plannedTaxon('allium-ursinum', 'gather', {
        stopId,
        id: stopId,
        key: stopId,
        label: `ramsons leaf at ${stopId}`
      })
    );
    const keys = ledgerOf({ taxa: twice }).map(({ key }) => key);
    expect(keys.filter((key) => key.startsWith('sources '))).toEqual(['sources gate']);
    expect(keys.filter((key) => key.startsWith('apart ')).sort()).toEqual(['apart burn', 'apart gate']);
  });

  it('looks at a plant that is left out at one stop and gathered at another', () => {
    const left = plannedTaxon('allium-ursinum', 'leave out', { key: 'out', reason: 'dogs run here' });
    expect(
      byKey({ taxa: [left, plannedTaxon('allium-ursinum', 'gather')] }, 'left-out out').detail
    ).toContain('since dogs run here');
    expect(ledgerOf({ taxa: [left] }).map(({ key }) => key)).not.toContain('left-out out');
  });

  it('adds up what is eaten over the day', () => {
    const taxa = [
      plannedTaxon('rumex-acetosa', 'gather', { part: 'leaf' }),
      plannedTaxon('oxalis-acetosella', 'gather', { part: 'leaf' })
    ];
    expect(byKey({ taxa }, 'load oxalate')).toMatchObject({ state: 'look' });
    expect(byKey({ taxa: taxa.slice(0, 1) }, 'load oxalate')).toMatchObject({ state: 'pass' });
    const shown = taxa.map((taxon) => ({ ...taxon, role: 'show' as const }));
    expect(ledgerOf({ taxa: shown }).some(({ key }) => key.startsWith('load'))).toBe(false);
  });
});

describe('a class', () => {
  const brought = (handling: 'open' | 'bagged', change: Partial<PlanFacts> = {}) => ({
    kind: 'class' as const,
    venue: 'Schoolroom',
    taxa: [plannedTaxon('conium-maculatum', 'danger', { specimens: { count: 2, handling } })],
    ...change
  });
  it('lets a dangerous specimen lie in a bag only, and nothing lifts that', () => {
    expect(stops(brought('bagged'))).toEqual([]);
    expect(stops(brought('open'))).toEqual(['specimen conium-maculatum']);
    expect(byKey(brought('open'), 'specimen conium-maculatum').mayLift).toBeUndefined();
  });
  it('leaves it outdoors where the school says so', () => {
    const policy = { ...soundPlan.policy, dangerousSpecimens: 'shown in place only' as const };
    expect(stops(brought('bagged', { policy }))).toEqual(['specimen conium-maculatum']);
  });
  it('needs a place, and no daylight, weather or shore', () => {
    expect(stops(brought('bagged', { venue: '' }))).toEqual(['access']);
    expect(stops(brought('bagged', { light: { sunrise: 700, sunset: 701 }, weather: [] }))).toEqual([]);
  });
});

describe('lifting a stop', () => {
  const change = group({ learners: 13 });
  const lift = (check: Check) => ({
    key: check.key,
    figures: figuresOf(check),
    reason: 'The owner agreed on the telephone.',
    by: 'Bram Oakhill',
    on: '2027-04-24'
  });
  it('turns it into a look with the reason, so that it holds nothing back', () => {
    const more = { ...change, leaders: [...soundPlan.leaders, ...soundPlan.leaders] };
    const checks = ledgerOf(more, [lift(byKey(more, 'group'))]);
    expect(holdsBack(checks)).toBe(false);
    expect(checks.find(({ key }) => key === 'group')).toMatchObject({
      state: 'look',
      lifted: { by: 'Bram Oakhill', reason: 'The owner agreed on the telephone.' }
    });
  });
  it('belongs to the figures that stood there: others need another look', () => {
    const checks = ledgerOf(group({ learners: 14 }), [lift(byKey(change, 'group'))]);
    expect(keysOf(checks, 'stop')).toContain('group');
  });
  it('does nothing to a stop that nothing can lift', () => {
    const without = group({ withoutConsent: ['Piet Lackenby'] });
    expect(keysOf(ledgerOf(without, [lift(byKey(without, 'consent'))]), 'stop')).toEqual(['consent']);
  });
});
