import { describe, expect, it } from 'vitest';
import { springWood } from '../../../tests/support/circumstances';
import { shippedLibrary } from '../../../tests/support/content';
import { type Check, type PlanFacts, Policy, type Role, holdsBack, runChecks, surveyTaxon } from './index';

const library = shippedLibrary();
const planned = (slug: string, role: Role, sources = 2, isoDate = springWood.isoDate) => ({
  survey: surveyTaxon(library, library.taxa.get(slug)!, role, { ...springWood, isoDate }),
  role,
  part: library.taxa.get(slug)!.uses[0]!.part,
  sources
});

/** A plan that passes every check. */
const sound: PlanFacts = {
  isoDate: '2027-04-25',
  today: '2027-04-24',
  level: 'beginner',
  groupSize: 9,
  withoutConsent: [],
  policy: Policy.parse({}),
  emergencyNumbers: [{ label: 'Emergency call', number: '112' }],
  site: {
    accessPoint: 'Forest gate on the lane.',
    mayPick: true,
    permissionSince: '2027-01-01',
    permissionUntil: '2027-12-31',
    largestGroup: 12
  },
  stopCount: 5,
  taxa: [planned('allium-ursinum', 'gather')]
};

const ledger = (change: Partial<PlanFacts> = {}) => runChecks({ ...sound, ...change }, library);
const stateOf = (checks: readonly Check[], key: string) => checks.find((check) => check.key === key)?.state;
const stops = (change: Partial<PlanFacts>) =>
  ledger(change)
    .filter(({ state }) => state === 'stop')
    .map(({ key }) => key);

describe('the ledger of checks', () => {
  it('lets a sound plan pass, and says all the same how small the library is', () => {
    const checks = ledger();
    expect(holdsBack(checks)).toBe(false);
    expect(checks.filter(({ state }) => state !== 'pass').map(({ key }) => key)).toEqual(['coverage']);
  });

  it('puts what stops first, then what to look at, then what passed', () => {
    const order = { stop: 0, look: 1, pass: 2 };
    const ranks = ledger({ emergencyNumbers: [], stopCount: 0 }).map(({ state }) => order[state]);
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(ranks.filter((rank) => rank === 0)).toHaveLength(2);
  });

  it.each<[string, Partial<PlanFacts>]>([
    ['date', { isoDate: '2027-04-23' }],
    ['numbers', { emergencyNumbers: [] }],
    ['access', { site: { ...sound.site, accessPoint: undefined } }],
    ['stops', { stopCount: 0 }],
    ['consent', { withoutConsent: ['Piet Lackenby'] }],
    ['group', { groupSize: 13 }],
    ['permission', { site: { ...sound.site, mayPick: false } }],
    ['permission', { site: { ...sound.site, permissionSince: undefined } }],
    ['permission', { site: { ...sound.site, permissionSince: '2027-04-26' } }],
    ['permission', { site: { ...sound.site, permissionUntil: '2027-04-24' } }]
  ])('stops at %s, and says where it can be mended', (key, change) => {
    expect(stops(change)).toEqual([key]);
    expect(ledger(change).find((check) => check.key === key)?.mend).toBeDefined();
    expect(holdsBack(ledger(change))).toBe(true);
  });

  it('names whose guardian has not consented', () => {
    const check = ledger({ withoutConsent: ['Piet Lackenby', 'Juno Marrable'] })[0]!;
    expect(check.detail).toContain('Piet Lackenby, Juno Marrable');
  });

  it('lets today’s walk pass: only a date before today is past', () => {
    expect(stops({ isoDate: sound.today })).toEqual([]);
  });

  it('takes a permission without an end as lasting, and no limit as no limit', () => {
    const site = { ...sound.site, permissionUntil: undefined, largestGroup: undefined };
    expect(stops({ site, groupSize: 60 })).toEqual([]);
  });

  it('asks for leave to pick only where something is gathered', () => {
    const site = { ...sound.site, mayPick: false };
    const shown = ledger({ site, taxa: [planned('allium-ursinum', 'show')] });
    expect(stateOf(shown, 'permission')).toBe('look');
    expect(holdsBack(shown)).toBe(false);
  });
});

describe('a taxon that is to be gathered', () => {
  it.each([0, 1])('stops with %i of two sources', (sources) => {
    expect(stops({ taxa: [planned('allium-ursinum', 'gather', sources)] })).toEqual([
      'sources allium-ursinum'
    ]);
  });

  it('stops where the library has no use of that part', () => {
    const bulb = { ...planned('allium-ursinum', 'gather'), part: 'bulb' };
    const [first] = ledger({ taxa: [bulb] });
    expect(first).toMatchObject({
      key: 'use allium-ursinum',
      state: 'stop',
      detail: 'The library knows: leaf.'
    });
  });

  it('stops at a stage for which its use is not recorded', () => {
    const spring = planned('daucus-carota', 'gather', 2, '2027-05-20');
    expect(spring.survey.stage?.stage).toBe('first-year leaf');
    const found = ledger({ isoDate: '2027-05-20', level: 'experienced', taxa: [spring] });
    expect(found.find(({ key }) => key === 'use daucus-carota')).toMatchObject({
      state: 'stop',
      detail: 'Its use is recorded for flower only.'
    });
  });

  it('needs no sources to be shown', () => {
    expect(stops({ taxa: [planned('allium-ursinum', 'show', 0)] })).toEqual([]);
  });

  it('stops where no stage of it is up, which is only advice where it is shown', () => {
    const winter = (role: Role) => [planned('allium-ursinum', role, 2, '2027-12-01')];
    const isoDate = '2027-12-01';
    expect(stops({ isoDate, taxa: winter('gather') })).toEqual(['up allium-ursinum']);
    expect(stateOf(ledger({ isoDate, taxa: winter('show') }), 'up allium-ursinum')).toBe('look');
  });

  it('stops where it cannot be told from a dangerous lookalike at this stage, naming it and the first date', () => {
    const taxa = [planned('anthriscus-sylvestris', 'gather', 2, '2027-04-10')];
    const checks = ledger({ isoDate: '2027-04-24', level: 'experienced', taxa });
    const apart = checks.find(({ key }) => key === 'apart anthriscus-sylvestris')!;
    expect(apart.state).toBe('stop');
    expect(apart.detail).toMatch(/cannot be told from .*hemlock/);
    expect(apart.detail).toMatch(/first can be on 2027-\d\d-\d\d/);
  });

  it('names the separating set where there is one', () => {
    const apart = ledger().find(({ key }) => key === 'apart allium-ursinum')!;
    expect(apart).toMatchObject({
      state: 'pass',
      detail: 'veins of the leaf + leaf and stalk + a torn leaf'
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
        isoDate: '2027-08-10',
        policy: { ...sound.policy, cautiousFamiliesFrom: from },
        taxa: [planned('daucus-carota', 'gather', 2, '2027-08-10')]
      };
      expect(stops(change).includes('policy daucus-carota')).toBe(isStopped);
    }
  );
});
