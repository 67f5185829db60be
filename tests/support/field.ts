import { type Pack, WalkEvent, type WalkEventKind, type WalkEventOf } from '../../src/core/field';
import { Policy } from '../../src/core/walk';

/** A small walk as a phone takes it along: three stops, ramsons at the second, lily of the valley at the third. */

/** An id that reads as its number. */
export const uuidOf = (n: number): string => `0192f000-0000-7000-8000-${String(n).padStart(12, '0')}`;

export const ids = {
  walk: uuidOf(1),
  leader: uuidOf(2),
  gate: uuidOf(11),
  carpet: uuidOf(12),
  hazels: uuidOf(13),
  ramsons: uuidOf(21),
  ada: uuidOf(31),
  ben: uuidOf(32),
  child: uuidOf(33)
} as const;

const stop = (id: string, name: string, arrive: number, patch?: string): Pack['stops'][number] => ({
  id,
  name,
  arrive,
  leave: arrive + 22,
  minutes: 20,
  extra: 2,
  legMinutes: 10,
  legMetres: 400,
  backMinutes: 15,
  isOnShore: false,
  longitude: -8.1,
  latitude: 54.2,
  talkingPoints: '',
  patch,
  warnings: []
});

const base: Pack = {
  format: 2,
  walk: {
    id: ids.walk,
    name: 'Wood in leaf',
    isoDate: '2027-04-25',
    kind: 'walk',
    timeZone: 'Europe/Dublin',
    site: 'Crannoge Wood',
    siteId: uuidOf(3)
  },
  takenAt: '2027-04-24T18:00:00.000Z',
  takenBy: { id: ids.leader, name: 'Bram' },
  phone: 1,
  phones: 2,
  key: '00112233445566778899aabbccddeeff',
  school: { name: 'School', numbers: [{ label: 'Emergency', number: '112' }], policy: Policy.parse({}) },
  leaders: [{ id: ids.leader, name: 'Bram' }],
  people: [
    { id: ids.ada, name: 'Ada', isMinor: false, hasConsent: false },
    { id: ids.ben, name: 'Ben', isMinor: false, hasConsent: false }
  ],
  toAsk: [],
  weather: [],
  times: {
    start: 600,
    end: 690,
    due: 720,
    caution: 1,
    closing: 7,
    wayBackMinutes: 4,
    turningBack: { stop: ids.hazels, at: 698 },
    drops: [{ stop: ids.carpet, minutes: 22 }],
    shore: []
  },
  site: { mayPick: true, mayDig: false, mayFire: true, habitats: [] },
  abundance: {},
  mayBeUp: {},
  stops: [
    stop(ids.gate, 'Gate', 600),
    stop(ids.carpet, 'Ramsons carpet', 632, ids.ramsons),
    stop(ids.hazels, 'Hazels', 664)
  ],
  taxa: [
    {
      stop: ids.carpet,
      slug: 'allium-ursinum',
      name: 'ramsons',
      scientific: 'Allium ursinum',
      role: 'gather',
      part: 'leaf',
      portion: '',
      reason: '',
      set: [],
      isSeparable: true,
      forbidden: [],
      measures: [],
      lookalikes: [{ slug: 'convallaria-majalis', name: 'lily of the valley', severity: 4 }],
      harvest: { rule: '', tool: '', exempt: '', spacing: '' }
    }
  ],
  patches: [
    {
      id: ids.ramsons,
      name: 'Carpet',
      taxon: 'allium-ursinum',
      account: '',
      parts: ['leaf'],
      left: 41,
      isOnly: false,
      contamination: []
    }
  ],
  library: undefined
};

export const packOf = (change: Partial<Pack> = {}): Pack => ({ ...base, ...change });

let made = 0;
/** 10 in the morning of the walk's day, in Dublin. */
const ten = Date.parse('2027-04-25T09:00:00.000Z');

type Own<K extends WalkEventKind> = Omit<
  WalkEventOf<K>,
  'id' | 'at' | 'offsetMs' | 'walkId' | 'by' | 'phone' | 'kind'
>;

/** An event of so many minutes after ten. */
export const tapped = <K extends WalkEventKind>(
  kind: K,
  minute: number,
  own: Own<K>,
  more: Partial<WalkEvent> = {}
): WalkEventOf<K> =>
  WalkEvent.parse({
    id: uuidOf((made += 1) + 1000),
    at: new Date(ten + minute * 60_000).toISOString(),
    offsetMs: 0,
    walkId: ids.walk,
    by: ids.leader,
    phone: 1,
    kind,
    ...own,
    ...more
  }) as WalkEventOf<K>;

/** Leaves of ramsons may be taken. */
export const may = (minute: number) =>
  tapped('may we take', minute, {
    stop: ids.carpet,
    taxon: 'allium-ursinum',
    part: 'leaf',
    against: [],
    mayTake: true,
    because: ''
  });

export const taken = (minute: number, pieces: number, more: Partial<WalkEventOf<'taken'>> = {}) =>
  tapped(
    'taken',
    minute,
    {
      stop: ids.carpet,
      patch: ids.ramsons,
      taxon: 'allium-ursinum',
      part: 'leaf',
      pieces,
      isLifted: false,
      reason: ''
    },
    more
  );

/** Two learners who came, a decision to go, and a head count. */
export const setOut = (): WalkEvent[] => [
  tapped('attendance', -10, { person: ids.ada, state: 'here' }),
  tapped('attendance', -9, { person: ids.ben, state: 'here' }),
  tapped('go or not', -5, { goes: true, reached: [], reason: '' }),
  tapped('head count', -2, { where: 'start', expected: 2, counted: 2, missing: [], reason: '' })
];
