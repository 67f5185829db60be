import { v5 as uuidFrom } from 'uuid';
import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../tests/support/content';
import { ids, packOf, setOut, taken, tapped } from '../../../tests/support/field';
import { type WalkEvent, fieldDay } from '../field';
import {
  type PaperSheet,
  actsOfPaper,
  askedOn,
  dangerousOn,
  metOn,
  ownersAccount,
  pickedOn,
  recordedLegs,
  stoodOn,
  takenBy,
  takenRows,
  walkTable
} from './index';

const library = shippedLibrary();
const plain = packOf();
const pack = packOf({ taxa: plain.taxa.map((one) => ({ ...one, piecesEach: 10, stage: 'leaf' as const })) });
const dayOf = (...events: WalkEvent[]) => fieldDay(pack, [...setOut(), ...events]);

describe('what was taken', () => {
  const day = dayOf(
    taken(20, 6, { person: ids.ada }),
    taken(21, 4, { person: ids.ben }),
    taken(22, 1, { person: ids.ben, isLifted: true }),
    tapped('put back', 23, { ...pickOf(), pieces: 2, person: ids.ada })
  );

  it('is said with what was planned, and what it is for', () => {
    const [row] = takenRows(pack, day, library);
    expect(row).toMatchObject({
      name: 'Ramsons',
      part: 'leaf',
      net: 9,
      lifted: 1,
      putBack: 2,
      meantFor: 'food'
    });
    expect(row!.planned).toBe(20);
  });

  it('is told a learner of their own basket alone', () => {
    expect(takenBy(day, ids.ada)).toEqual([{ taxon: 'allium-ursinum', part: 'leaf', pieces: 4 }]);
    expect(takenBy(day, '0192f000-0000-7000-8000-00000000beef')).toEqual([]);
  });

  it('teaches no pace where nothing was timed', () => expect(pickedOn(day)).toEqual([]));
});

/** What the pack gathers first. */
function pickOf() {
  const { stop, patch, taxon, part } = taken(0, 1) as Extract<WalkEvent, { kind: 'taken' }>;
  return { stop, taxon, part, ...(patch ? { patch } : {}) };
}

describe('what was timed', () => {
  it('teaches pieces and person-minutes, lifted ones left out', () => {
    const { stop, taxon, part } = pickOf();
    const day = dayOf(
      tapped('picking', 20, { stop, taxon, part, state: 'begins', people: 2 }),
      taken(22, 9),
      taken(23, 1, { isLifted: true }),
      tapped('picking', 26, { stop, taxon, part, state: 'ends', people: 2 })
    );
    expect(pickedOn(day)).toEqual([{ taxon, part, pieces: 9, personMinutes: 12 }]);
  });
});

describe('who was asked', () => {
  const test = (minute: number, person: string, outcome: string) =>
    tapped('test', minute, {
      person,
      taxon: 'allium-ursinum',
      stage: 'leaf',
      lookalike: 'convallaria-majalis',
      question: 'show me',
      outcome: outcome as 'named rightly',
      signs: [],
      hints: 0
    });

  it('is told from who was not, and a mistake names its pair', () => {
    const day = dayOf(test(20, ids.ada, 'would have gathered a dangerous one'));
    const { asked, notAsked } = askedOn(day);
    expect(asked.map(({ person }) => person)).toEqual([ids.ada]);
    expect(notAsked).toHaveLength(day.here.length - 1);
    expect(dangerousOn(day)).toEqual(['allium-ursinum~convallaria-majalis']);
  });
});

describe('the account to the owner', () => {
  const details = {
    school: 'Tarn Hollow',
    writer: 'Bram Oakhill',
    owner: 'the estate office',
    date: '25 April'
  };
  const letter = (day: ReturnType<typeof dayOf>) => ownersAccount(pack, day, library, details).join('\n');

  it('says what was taken, what was lifted and put back, and what was beyond the plan', () => {
    const planned = takenRows(pack, dayOf(taken(20, 1)), library)[0]!.planned!;
    const words = letter(dayOf(taken(20, planned + 5, { reason: 'counted twice' })));
    expect(words).toContain('Dear estate office,');
    expect(words).toContain(`${planned + 5} pieces (leaf)`);
    expect(words).toContain(`(${planned + 5} in place of ${planned})`);
  });

  it('says that nothing was taken, and names no learner', () => {
    const words = letter(dayOf());
    expect(words).toContain('We took nothing');
    for (const { name } of pack.people) expect(words).not.toContain(name);
  });
});

describe('the walk as a table', () => {
  it('has no act that is about one person, and nobody’s name', () => {
    const day = dayOf(
      taken(20, 3, { person: ids.ada, reason: 'Ada felt sick' }),
      tapped('tasting', 30, {
        person: ids.ada,
        taxon: 'allium-ursinum',
        part: 'leaf',
        answer: 'no',
        portions: 0
      })
    );
    const table = walkTable(pack, day, library);
    expect(table.map(({ what }) => what)).not.toContain('tasting');
    expect(table.find(({ what }) => what === 'taken')).toMatchObject({ pieces: '3', plant: 'Ramsons' });
    expect(JSON.stringify(table)).not.toContain('Ada');
  });
});

describe('legs as they were walked', () => {
  const way = (metres: number) => () => ({
    metres,
    ascentMetres: 0,
    profile: [],
    line: [],
    offPathMetres: 0
  });
  const minute = 60_000;
  const at = (arrived: number | undefined, left: number | undefined) => ({
    arrivedAt: arrived && arrived * minute,
    leftAt: left && left * minute
  });

  it('go over a stop that was left out, and count from leaving to arriving', () => {
    const legs = recordedLegs(
      [
        [0, 0],
        [0, 1],
        [0, 2]
      ],
      [at(1, 10), at(undefined, undefined), at(25, 40)],
      way(500) as never
    );
    expect(legs).toMatchObject([{ position: 0, to: 2, realSeconds: 900, naismithSeconds: 360 }]);
    expect(stoodOn(legs[0]!, 'Naismith', 2.5)).toBe(false);
    expect(stoodOn({ ...legs[0]!, realSeconds: 3000 }, 'Naismith', 2.5)).toBe(true);
  });

  it('are none without leaving, or of a few steps', () => {
    const stops = [at(1, undefined), at(20, 30)];
    expect(
      recordedLegs(
        [
          [0, 0],
          [0, 1]
        ],
        stops,
        way(500) as never
      )
    ).toEqual([]);
    expect(
      recordedLegs(
        [
          [0, 0],
          [0, 1]
        ],
        [at(1, 10), at(20, 30)],
        way(30) as never
      )
    ).toEqual([]);
  });
});

describe('a paper sheet', () => {
  const row = (change: Partial<PaperSheet['stops'][number]['rows'][number]> = {}) => ({
    taxon: 'allium-ursinum',
    part: 'leaf',
    pieces: 12,
    minutes: 6,
    putBack: 2,
    leftBecause: '',
    asked: '' as const,
    outcome: null,
    against: '',
    ...change
  });
  const stop = (change: Partial<PaperSheet['stops'][number]> = {}): PaperSheet['stops'][number] => ({
    stop: pickOf().stop,
    arrive: '10:12',
    leave: '10:40',
    heads: 2,
    dropped: '',
    warned: [],
    rows: [row()],
    ...change
  });
  const sheet = (change: Partial<PaperSheet> = {}): PaperSheet => ({
    here: [ids.ada, ids.ben],
    goes: true,
    whyNot: '',
    stops: [stop()],
    closing: ['rubbish picked up'],
    ended: '11:30',
    note: '',
    ...change
  });
  const typed = (change?: Partial<PaperSheet>) =>
    actsOfPaper(pack, sheet(change), { by: ids.leader, idOf: (name) => uuidFrom(name, ids.walk) });
  const problemsOf = (change: Partial<PaperSheet>) =>
    (typed(change) as { problems: string[] }).problems.join(' ');

  it('becomes the acts that a phone would have had, in order', () => {
    const acts = typed() as WalkEvent[];
    const day = fieldDay(pack, acts);
    expect(day.here.map(({ id }) => id)).toEqual([ids.ada, ids.ben]);
    expect(day.takings).toMatchObject([{ net: 10, putBack: 2, personMinutes: expect.closeTo(12, 3) }]);
    expect(metOn(pack, day)).toContain('allium-ursinum');
    expect(day.closed).toBeDefined();
    expect(acts.map(({ at }) => at)).toEqual(acts.map(({ at }) => at).sort());
  });

  it('is the same acts when it is sent twice', () => expect(typed()).toEqual(typed()));

  it.each([
    ['a stop without its times', { stops: [stop({ leave: '' })] }, 'when the group came and when it left'],
    ['leaving before arriving', { stops: [stop({ arrive: '10:50' })] }, 'One of these is wrong'],
    ['more put back than taken', { stops: [stop({ rows: [row({ putBack: 20 })] })] }, 'more was put back'],
    [
      'longer picking than staying',
      { stops: [stop({ rows: [row({ minutes: 60 })] })] },
      'longer than the group'
    ],
    ['half a test', { stops: [stop({ rows: [row({ asked: ids.ada })] })] }, 'belong together'],
    [
      'a plant that is not planned',
      { stops: [stop({ rows: [row({ taxon: 'urtica-dioica' })] })] },
      'no such plant'
    ],
    ['an end before the last stop', { ended: '10:20' }, 'lies before the last stop'],
    ['no reason for not going', { goes: false }, 'why the walk did not go']
  ])('with %s is not taken, and says so', (_, change, words) => {
    expect(problemsOf(change as Partial<PaperSheet>)).toContain(words);
  });
});
