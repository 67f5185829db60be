import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ids, may, packOf, setOut, taken, tapped, uuidOf } from '../../../tests/support/field';
import { Policy, adultsTaste, liftings, nameOrders } from '../walk';
import {
  type WalkEvent,
  againstTaking,
  againstTasting,
  basketsDue,
  beforeClose,
  beforeStart,
  fieldDay,
  isUncovered,
  patchKey,
  sharesOf,
  whyNot
} from './index';

const pack = packOf();

/** A whole morning on two phones. */
const morning = (): WalkEvent[] => [
  ...setOut(),
  tapped('arrived', 0, { stop: ids.gate }),
  tapped('head count', 21, { where: ids.gate, expected: 2, counted: 2, missing: [], reason: '' }),
  tapped('left', 22, { stop: ids.gate }),
  tapped('arrived', 37, { stop: ids.carpet }),
  tapped('arrived', 38, { stop: ids.carpet }, { phone: 2 }),
  may(40),
  tapped('picking', 41, {
    stop: ids.carpet,
    taxon: 'allium-ursinum',
    part: 'leaf',
    state: 'begins',
    people: 2
  }),
  taken(42, 5, { person: ids.ada }),
  taken(43, 8, { person: ids.ben, phone: 2 }),
  tapped('picking', 46, {
    stop: ids.carpet,
    taxon: 'allium-ursinum',
    part: 'leaf',
    state: 'ends',
    people: 2
  }),
  tapped('put back', 47, {
    stop: ids.carpet,
    patch: ids.ramsons,
    taxon: 'allium-ursinum',
    part: 'leaf',
    pieces: 2,
    person: ids.ada
  })
];

describe('the day', () => {
  it('says where the group is, what was taken by whom, and how fast it was picked', () => {
    const day = fieldDay(pack, morning());
    expect(day.at?.id).toBe(ids.carpet);
    expect(day.next?.id).toBe(ids.hazels);
    const [taking] = day.takings;
    expect(taking).toMatchObject({ gathered: 13, putBack: 2, net: 11, byPhone: [3, 8] });
    expect(sharesOf(pack, day.events).get(patchKey(pack.patches[0]!))!.slice(0, 3)).toEqual([21, 20, 0]);
    expect(taking!.byPerson).toEqual(
      new Map([
        [ids.ada, 3],
        [ids.ben, 8]
      ])
    );
    // 13 pieces, two people, five minutes.
    expect(taking!.pace).toBeCloseTo(1.3, 10);
  });

  it('is the same whatever order the events arrive in, and whichever come twice', () => {
    const events = morning();
    const wanted = fieldDay(pack, events);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(events, { minLength: events.length, maxLength: events.length }),
        fc.subarray(events),
        (shuffled, again) => {
          expect(fieldDay(pack, [...shuffled, ...again])).toEqual(wanted);
        }
      ),
      { numRuns: 200 }
    );
  });

  it('puts the events of a phone whose clock is an hour wrong where they belong', () => {
    const hour = 3_600_000;
    const events = morning();
    const wrong = events.map((one) => ({
      ...one,
      at: new Date(Date.parse(one.at) + (one.phone === 2 ? hour : 0)).toISOString(),
      offsetMs: one.phone === 2 ? -hour : 0
    }));
    expect(fieldDay(pack, wrong).takings).toEqual(fieldDay(pack, events).takings);
  });

  it('leaves out what was taken back, and what belongs to another walk', () => {
    const five = taken(42, 5);
    const events = [...setOut(), five, tapped('taken back', 43, { event: five.id })];
    expect(fieldDay(pack, events).takings).toEqual([]);
    expect(fieldDay(pack, [taken(42, 5, { walkId: uuidOf(99) })]).takings).toEqual([]);
  });

  it('lets nobody but the phone that counted it take a count back', () => {
    const five = taken(42, 5);
    const other = tapped('taken back', 43, { event: five.id }, { phone: 2 });
    expect(fieldDay(pack, [five, other]).takings[0]!.net).toBe(5);
    expect(whyNot({ ...pack, phone: 2 }, fieldDay(pack, [five]), other)).toContain('where it was counted');
  });

  it('keeps head counts of two phones, the later counting', () => {
    const count = (minute: number, missing: string[], phone: number) =>
      tapped(
        'head count',
        minute,
        { where: ids.gate, expected: 2, counted: 2 - missing.length, missing, reason: '' },
        { phone }
      );
    const day = fieldDay(pack, [...setOut(), count(20, [ids.ben], 1), count(21, [], 2)]);
    expect(day.counts).toHaveLength(3);
    expect(day.counts.at(-1)!.missing).toEqual([]);
    const missed = fieldDay(pack, [...setOut(), count(20, [ids.ben], 1)]);
    expect(missed.people.find(({ id }) => id === ids.ben)!.lastCounted!.where).toBe('start');
  });
});

describe('before the group sets out', () => {
  const child = { id: ids.child, name: 'Kit', isMinor: true, hasConsent: false };
  const withChild = packOf({ people: [...pack.people, child] });
  const came = tapped('attendance', -8, { person: ids.child, state: 'here' });

  it('nobody under 18 comes along without consent; who stays at home does not matter', () => {
    expect(beforeStart(withChild, fieldDay(withChild, [...setOut(), came]))[0]).toContain('Kit');
    const stayed = tapped('attendance', -7, { person: ids.child, state: 'not coming' });
    expect(beforeStart(withChild, fieldDay(withChild, [...setOut(), came, stayed]))).toEqual([]);
  });

  it('everybody is asked for, it is decided, and heads are counted', () => {
    expect(beforeStart(pack, fieldDay(pack, [])).join(' ')).toMatch(/Ada, Ben.*Nobody.*Decide.*Count heads/);
    expect(beforeStart(pack, fieldDay(pack, setOut()))).toEqual([]);
  });

  it('a limit that is reached asks for a reason, and so does a group with too few leaders', () => {
    const go = tapped('go or not', 0, { goes: true, reached: ['lightning'], reason: '' });
    expect(whyNot(pack, fieldDay(pack, []), go)).toContain('limit');
    const crowd = packOf({
      people: Array.from({ length: 11 }, (_, i) => ({
        id: uuidOf(400 + i),
        name: `P${i}`,
        isMinor: false,
        hasConsent: false
      }))
    });
    const all = crowd.people.map(({ id }) => tapped('attendance', -9, { person: id, state: 'here' }));
    const gone = (reason: string) => [
      ...all,
      tapped('go or not', -5, { goes: true, reached: [], reason }),
      tapped('head count', -2, { where: 'start', expected: 11, counted: 11, missing: [], reason: '' })
    ];
    expect(beforeStart(crowd, fieldDay(crowd, gone('')))).toEqual([
      '11 people ask for 2 leaders; there is 1.'
    ]);
    expect(beforeStart(crowd, fieldDay(crowd, gone('The warden comes along.')))).toEqual([]);
    // A second leader counts once they came: when it was said, or when they have tapped something.
    const second = { id: ids.child, name: 'Ruth' };
    const withTwo = packOf({ ...crowd, leaders: [...crowd.leaders, second] });
    const against = (...more: WalkEvent[]) => beforeStart(withTwo, fieldDay(withTwo, [...gone(''), ...more]));
    expect(against()).toHaveLength(1);
    expect(against(tapped('attendance', -7, { person: second.id, state: 'here' }))).toEqual([]);
    expect(against(tapped('remark', -7, { about: 'gate', words: 'open' }, { by: second.id }))).toEqual([]);
    expect(
      against(
        tapped('remark', -7, { about: 'gate', words: 'open' }, { by: second.id }),
        tapped('attendance', -6, { person: second.id, state: 'not coming' })
      )
    ).toHaveLength(1);
  });
});

describe('who is under 18 and has no consent', () => {
  const child = { id: ids.child, name: 'Kit', isMinor: true, hasConsent: false };
  const withChild = packOf({ people: [...pack.people, child] });
  const came = (minute: number) => tapped('attendance', minute, { person: ids.child, state: 'here' });

  it('keeps the group from setting out, also when a stop was left out first', () => {
    const events = [...setOut(), came(-8), tapped('dropped', -1, { stop: ids.gate, reason: 'late' })];
    const arrive = tapped('arrived', 0, { stop: ids.carpet });
    expect(whyNot(withChild, fieldDay(withChild, events), arrive)).toContain('Kit');
  });

  it('does not come along later either, nor does such a guest', () => {
    const stayed = tapped('attendance', -8, { person: ids.child, state: 'not coming' });
    const under = [...setOut(), stayed, tapped('arrived', 0, { stop: ids.gate })];
    const day = fieldDay(withChild, under);
    expect(whyNot(withChild, day, came(5))).toContain('do not come along');
    expect(whyNot(withChild, day, { ...came(5), state: 'not coming' })).toBeUndefined();
    const guest = (hasConsent: boolean) =>
      tapped('guest', 5, { person: uuidOf(77), name: 'Lou', isMinor: true, hasConsent });
    expect(whyNot(withChild, day, guest(false))).toContain('do not come along');
    expect(whyNot(withChild, day, guest(true))).toBeUndefined();
  });
});

describe('may we take here', () => {
  const patch = pack.patches[0]!;
  const [taxon] = pack.taxa;
  it.each([
    ['there is no leave', { site: { ...pack.site, mayPick: false } }, 'no leave'],
    ['the patch gives nothing', { patches: [{ ...patch, none: 'It rests this year.' }] }, 'rests'],
    ['it is the only patch', { patches: [{ ...patch, isOnly: true }] }, 'only patch'],
    [
      'nothing tells it from what is dangerous',
      { taxa: [{ ...taxon!, isSeparable: false }] },
      'Nothing tells'
    ],
    [
      'the plan stopped it',
      { taxa: [{ ...taxon!, forbidden: ['The plan stops it: ramsons has one source.'] }] },
      'one source'
    ]
  ])('is never yes where %s', (_, change, words) => {
    const here = packOf(change);
    const day = fieldDay(here, setOut());
    expect(whyNot(here, day, may(1))).toContain(words);
    expect(whyNot(here, day, { ...may(1), mayTake: false })).toBeUndefined();
  });

  it('tells what is to be minded, and forbids nothing by it', () => {
    const here = packOf({ patches: [{ ...patch, contamination: ['road, 8 m away'] }] });
    expect(againstTaking(here, taxon!)).toEqual({ forbidden: [], minded: ['road, 8 m away'] });
    expect(whyNot(here, fieldDay(here, setOut()), may(1))).toBeUndefined();
  });
});

describe('rules on the way', () => {
  it('the next leg opens after a head count', () => {
    const arrived = [...setOut(), tapped('arrived', 0, { stop: ids.gate })];
    const leave = tapped('left', 20, { stop: ids.gate });
    expect(whyNot(pack, fieldDay(pack, arrived), leave)).toContain('Count heads');
    const count = tapped('head count', 19, {
      where: ids.gate,
      expected: 2,
      counted: 1,
      missing: [ids.ben],
      reason: ''
    });
    expect(whyNot(pack, fieldDay(pack, [...arrived, count]), leave)).toBeUndefined();
  });

  it('a count made elsewhere, or before the group came back, opens no leg', () => {
    const count = (where: string, minute: number) =>
      tapped('head count', minute, { where, expected: 2, counted: 2, missing: [], reason: '' });
    const leave = tapped('left', 60, { stop: ids.gate });
    const there = [...setOut(), count(ids.gate, -1), tapped('arrived', 0, { stop: ids.gate })];
    expect(whyNot(pack, fieldDay(pack, there), leave)).toContain('Count heads');
    const back = [
      ...there,
      count(ids.gate, 20),
      tapped('left', 21, { stop: ids.gate }),
      tapped('arrived', 50, { stop: ids.gate })
    ];
    expect(whyNot(pack, fieldDay(pack, back), leave)).toContain('Count heads');
    expect(whyNot(pack, fieldDay(pack, [...back, count(ids.gate, 59)]), leave)).toBeUndefined();
  });

  it('nothing is counted before it was asked whether it may be taken, nor after a no', () => {
    const day = fieldDay(pack, setOut());
    expect(whyNot(pack, day, taken(1, 1))).toContain('may we take');
    const mayDig = packOf({ site: { ...pack.site, mayDig: true } });
    expect(whyNot(mayDig, fieldDay(mayDig, setOut()), taken(1, 1, { isLifted: true }))).toBeUndefined();
    const no = tapped('may we take', 1, {
      stop: ids.carpet,
      taxon: 'allium-ursinum',
      part: 'leaf',
      against: ['lily of the valley among it'],
      mayTake: false,
      because: ''
    });
    expect(whyNot(pack, fieldDay(pack, [...setOut(), no]), taken(2, 1))).toContain('lily of the valley');
  });

  it('beyond the share a reason is asked for, and it stands in the day', () => {
    const events = [...setOut(), may(1), taken(2, 21)];
    expect(whyNot(pack, fieldDay(pack, events), taken(3, 1))).toContain('used up');
    const more = taken(3, 1, { reason: 'counted again' });
    expect(whyNot(pack, fieldDay(pack, events), more)).toBeUndefined();
    expect(fieldDay(pack, [...events, more]).takings[0]!.reasons).toEqual(['counted again']);
  });

  it('nothing is tasted before every basket was looked through', () => {
    const events = [...setOut(), may(1), taken(2, 4, { person: ids.ada }), taken(3, 4)];
    const taste = tapped('tasting', 9, {
      person: ids.ada,
      taxon: 'allium-ursinum',
      part: 'leaf',
      answer: 'yes',
      portions: 1
    });
    // Where nothing was counted, nothing was looked through either.
    expect(whyNot(pack, fieldDay(pack, setOut()), taste)).toContain('baskets');
    // What nobody is named for lies in the group's basket.
    expect(basketsDue(fieldDay(pack, events)).map(({ person }) => person)).toEqual([ids.ada, undefined]);
    const basket = (
      person: string | undefined,
      minute: number,
      removed: { pieces: number; what: string; taxon?: string }[] = []
    ) => tapped('basket', minute, { person, taxon: 'allium-ursinum', part: 'leaf', kept: 4, removed });
    const one = [...events, basket(ids.ada, 5)];
    expect(whyNot(pack, fieldDay(pack, one), taste)).toContain('baskets');
    const both = [...one, basket(undefined, 6)];
    expect(whyNot(pack, fieldDay(pack, both), taste)).toBeUndefined();
    // A leaf of the dangerous one in a basket: all are looked through again.
    const danger = [
      ...both,
      basket(undefined, 7, [{ pieces: 1, what: 'lily of the valley', taxon: 'convallaria-majalis' }])
    ];
    expect(basketsDue(fieldDay(pack, danger))).toHaveLength(2);
    expect(whyNot(pack, fieldDay(pack, danger), taste)).toContain('baskets');
    // What is gathered afterwards is looked through, too.
    expect(basketsDue(fieldDay(pack, [...both, taken(8, 1, { person: ids.ben })]))).toHaveLength(1);
  });

  it('under 18 the school’s word on tasting holds', () => {
    const child = { id: ids.child, name: 'Kit', isMinor: true, hasConsent: true };
    const withChild = packOf({ people: [child] });
    const taste = tapped('tasting', 9, {
      person: ids.child,
      taxon: 'allium-ursinum',
      part: 'leaf',
      answer: 'yes',
      portions: 1
    });
    expect(whyNot(withChild, fieldDay(withChild, []), taste)).toContain('under 18');
    expect(whyNot(withChild, fieldDay(withChild, []), { ...taste, answer: 'no' })).toBeUndefined();
  });

  it('nothing is lifted where digging is not allowed, or the school lifts nothing', () => {
    const lifted = taken(12, 1, { isLifted: true });
    const against = (change: Partial<typeof pack>) => {
      const of = packOf(change);
      return whyNot(of, fieldDay(of, setOut()), lifted);
    };
    const mayDig = { ...pack.site, mayDig: true };
    expect(against({})).toContain('dug up at this site');
    expect(against({ site: mayDig })).toBeUndefined();
    const policy = Policy.parse({ lifting: liftings[1] });
    expect(against({ site: mayDig, school: { ...pack.school, policy } })).toContain('lifts nothing');
  });

  it('a school that lets nobody taste in the field takes no yes, of adults either', () => {
    const policy = Policy.parse({ adultsTaste: adultsTaste[1] });
    const person = { isMinor: false, hasConsent: false };
    expect(againstTasting({ school: { ...pack.school, policy } }, person)).toContain('nobody taste');
    expect(againstTasting(pack, person)).toBeUndefined();
  });

  it('a name is covered until the signs were said, but for a danger, and where the school names first', () => {
    const said = [
      ...setOut(),
      tapped('named', 3, { stop: ids.carpet, taxon: 'allium-ursinum', isEarly: false })
    ];
    const isShown = (of: typeof pack, events: WalkEvent[] = setOut()) =>
      isUncovered(of, fieldDay(of, events), ids.carpet, 'allium-ursinum');
    expect(isShown(pack)).toBe(false);
    expect(isShown(pack, said)).toBe(true);
    expect(isShown(packOf({ taxa: [{ ...pack.taxa[0]!, role: 'danger' }] }))).toBe(true);
    const policy = Policy.parse({ nameOrder: nameOrders[1] });
    expect(isShown(packOf({ school: { ...pack.school, policy } }))).toBe(true);
  });

  it('a walk that ends early closes where it is: heads are counted since the group last moved', () => {
    const count = (minute: number) =>
      tapped('head count', minute, { where: ids.carpet, expected: 2, counted: 2, missing: [], reason: '' });
    const events = [...setOut(), tapped('arrived', 30, { stop: ids.carpet })];
    expect(beforeClose(pack, fieldDay(pack, events))).toEqual(['Count heads where the group is now.']);
    expect(beforeClose(pack, fieldDay(pack, [...events, count(40)]))).toEqual([]);
    const gone = [...events, count(40), tapped('left', 45, { stop: ids.carpet })];
    expect(beforeClose(pack, fieldDay(pack, gone))).toHaveLength(1);
  });

  it('the walk does not close with a fire that was not felt cold, a blade missing, or heads uncounted', () => {
    const events = [
      ...setOut(),
      tapped('arrived', 4, { stop: ids.hazels }),
      tapped('fire', 5, { stop: ids.hazels, state: 'lit' }),
      tapped('blades', 5, { stop: ids.hazels, state: 'handed out', count: 3 }),
      tapped('blades', 9, { stop: ids.hazels, state: 'handed in', count: 2 })
    ];
    expect(beforeClose(pack, fieldDay(pack, events)).join(' ')).toMatch(/Hazels.*1 blade is.*Count heads/);
    const done = [
      ...events,
      tapped('fire', 10, { stop: ids.hazels, state: 'felt cold' }),
      tapped('blades', 10, { stop: ids.hazels, state: 'handed in', count: 1 }),
      tapped('head count', 11, { where: 'end', expected: 2, counted: 2, missing: [], reason: '' })
    ];
    expect(beforeClose(pack, fieldDay(pack, done))).toEqual([]);
  });
});
