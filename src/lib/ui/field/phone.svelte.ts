import { v7 as uuid } from 'uuid';
import {
  type FieldDay,
  Pack,
  type RehearsalClock,
  type RunningClock,
  type WalkEvent,
  type WalkEventKind,
  type WalkEventOf,
  asFound,
  atSpeed,
  dayAt,
  effectiveAt,
  fieldDay,
  hasBegun,
  jumped,
  lookOnWalk,
  minutesAt,
  rehearsalOf,
  runningClock,
  shownBy,
  standingEvents,
  whyNot
} from '$core/field';
import type { CloserLook } from '$core/evidence';
import { type Library, LibraryDocument, compileLibrary, englishName } from '$core/knowledge';
import { isoOf, sendEvents } from './send-events';
import { type Opened, openHealth } from './health-along';
import { type Sent, sendWaiting } from './sender';
import { sendPictures } from './pictures';
import { type FieldStore, type KeptEvent, type KeptPack, type KeptPicture, NotKept } from './store';
import { refresh } from './take-along';

/** A walk on a phone: what was taken along, what was tapped, and what follows from it. */

type Own<K extends WalkEventKind> = Omit<
  WalkEventOf<K>,
  'id' | 'at' | 'offsetMs' | 'walkId' | 'by' | 'phone' | 'kind'
>;

/** How often it is tried to send, and what others have sent is fetched. */
const everyMs = 20_000;
/** A difference of clocks that is told. */
const tellingOffsetMs = 120_000;

export class Phone {
  /** As it was taken along. */
  readonly #planned: Pack;
  readonly isRehearsal: boolean;
  /** Of a rehearsal. */
  #rehearsed = $state.raw<readonly WalkEvent[]>([]);
  #kept = $state.raw<readonly KeptEvent[]>([]);
  /** By the server's clock, or by that of the rehearsal. */
  now = $state(Date.now());
  offsetMs = $state(0);
  /** When what is timed is over, by the same clock. */
  timers = $state<Record<string, number>>({});
  /** How far this phone's clock is wrong; a demo's time is another matter. */
  #wrongByMs = $state(0);
  rehearsal = $state.raw<RehearsalClock>();
  /** Who acts. */
  by = $state('');
  /** Why the last tap was not taken, in words. */
  said = $state('');
  sent = $state<Sent>('all');
  news = $state.raw<readonly string[]>([]);
  #tapping: Promise<unknown> = Promise.resolve();
  #library: Library | undefined;
  #timers: ReturnType<typeof setInterval>[] = [];

  readonly #events: readonly WalkEvent[] = $derived.by(() =>
    this.isRehearsal
      ? this.#rehearsed
      : this.#kept.filter(({ state }) => state !== 'refused').map(({ event }) => event)
  );
  /** With its plants as they were found. */
  readonly pack: Pack = $derived.by(() =>
    asFound(this.#planned, standingEvents(this.#events), () => this.library)
  );
  readonly day: FieldDay = $derived.by(() => fieldDay(this.pack, this.#events));
  readonly minute: number = $derived.by(() => minutesAt(this.pack, this.now));
  /** Another day than that of the walk, which has not begun: nobody is late yet, or it is over. */
  readonly isOtherDay: boolean = $derived.by(
    () => !hasBegun(this.day) && dayAt(this.now, this.pack.walk.timeZone) !== this.pack.walk.isoDate
  );
  readonly clock: RunningClock = $derived.by(() =>
    runningClock(this.pack, this.day, this.isOtherDay ? this.pack.times.start : this.minute)
  );
  /** Of this walk, not with the server yet. */
  pictures = $state.raw<readonly KeptPicture[]>([]);
  readonly waiting = $derived.by(
    () => this.#kept.filter(({ state }) => state === 'waiting').length + this.pictures.length
  );
  readonly refused = $derived.by(() => this.#kept.filter(({ state }) => state === 'refused'));

  private constructor(
    private readonly store: FieldStore,
    private kept: KeptPack,
    isRehearsal: boolean
  ) {
    const pack = Pack.parse(kept.pack);
    // A rehearsal is that of the first phone, whichever this is; its codes are worth nothing on the walk.
    this.#planned = isRehearsal ? { ...pack, phone: 1, key: '00' } : pack;
    this.isRehearsal = isRehearsal;
    this.by = kept.owner;
  }

  /** @throws where the pack is not whole */
  static async open(store: FieldStore, kept: KeptPack, isRehearsal: boolean): Promise<Phone> {
    const phone = new Phone(store, kept, isRehearsal);
    phone.timers = await store.setting<Record<string, number>>(`timers ${kept.walkId}`, {});
    await phone.#readClocks();
    if (isRehearsal) {
      const clock = await store.setting<RehearsalClock | undefined>(`rehearsal ${kept.walkId}`, undefined);
      await phone.setClock(clock ?? rehearsalOf(phone.pack, Date.now()));
      phone.#rehearsed = await store.rehearsed(kept.walkId);
    } else await phone.#reload();
    phone.#tick();
    return phone;
  }

  /** Keeps the clock running, and sends and fetches while there is network. */
  start(): () => void {
    this.#timers.push(setInterval(() => this.#tick(), 1000));
    if (!this.isRehearsal) {
      this.#timers.push(setInterval(() => void this.sync(), everyMs));
      addEventListener('online', this.sync);
      void this.sync();
    }
    return () => {
      this.#timers.splice(0).forEach(clearInterval);
      removeEventListener('online', this.sync);
    };
  }

  #tick(): void {
    this.now = this.rehearsal ? shownBy(this.rehearsal, Date.now()) : Date.now() + this.offsetMs;
  }

  async #readClocks(): Promise<void> {
    this.offsetMs = await this.store.setting('offset', 0);
    this.#wrongByMs = await this.store.setting('wrong by', 0);
  }

  async #reload(): Promise<void> {
    const stored = await this.store.eventsOf(this.pack.walk.id);
    // What was tapped while the store was read is not in it yet.
    const since = this.#kept.filter(
      ({ id, state }) => state === 'waiting' && !stored.some((one) => one.id === id)
    );
    this.#kept = [...stored, ...since];
    await this.#readPictures();
  }

  async #readPictures(): Promise<void> {
    this.pictures = await this.store.picturesOf(this.pack.walk.id);
  }

  sync = async (): Promise<void> => {
    if (this.isRehearsal) return;
    this.sent = await sendWaiting(this.store, this.kept.owner, sendEvents);
    if (this.sent === 'all' || this.sent === 'some') await sendPictures(this.store, this.kept.owner);
    const news = await refresh(this.store, this.kept, this.pack);
    if (news) {
      this.news = news;
      await this.#readClocks();
    }
    await this.#reload();
  };

  /** What is wrong with this phone's clock, in words. */
  get clockWords(): string {
    if (this.isRehearsal || Math.abs(this.#wrongByMs) < tellingOffsetMs) return '';
    const minutes = Math.round(Math.abs(this.#wrongByMs) / 60_000);
    return `This phone’s clock is ${minutes} min ${this.#wrongByMs < 0 ? 'fast' : 'slow'}; times are corrected.`;
  }

  /** Begins to time something. It is kept, so that a phone that was locked or begun anew forgets none. */
  async startTimer(key: string, minutes: number): Promise<void> {
    this.timers[key] = this.now + minutes * 60_000;
    await this.store.set(`timers ${this.pack.walk.id}`, $state.snapshot(this.timers));
  }

  async setClock(clock: RehearsalClock): Promise<void> {
    this.rehearsal = clock;
    this.#tick();
    await this.store.set(`rehearsal ${this.pack.walk.id}`, clock);
  }
  speed = (speed: number) => this.setClock(atSpeed(this.rehearsal!, speed, Date.now()));
  jump = (minutes: number) => this.setClock(jumped(this.rehearsal!, minutes, Date.now()));

  /** Begins the rehearsal again. */
  async startAgain(): Promise<void> {
    await this.store.forgetRehearsal(this.pack.walk.id);
    this.#rehearsed = [];
    await this.setClock(rehearsalOf(this.pack, Date.now()));
  }

  /** An event as it would be tapped now. */
  make<K extends WalkEventKind>(kind: K, own: Own<K>): WalkEventOf<K> {
    const isReal = !this.rehearsal;
    return {
      id: uuid(),
      at: isoOf(isReal ? Date.now() : this.now),
      offsetMs: isReal ? this.offsetMs : 0,
      walkId: this.pack.walk.id,
      by: this.by,
      phone: this.pack.phone,
      kind,
      // What a screen holds is watched; what is kept is plain.
      ...($state.snapshot(own) as Own<K>)
    } as WalkEventOf<K>;
  }

  /** Why something cannot be tapped now. */
  whyNot<K extends WalkEventKind>(kind: K, own: Own<K>): string | undefined {
    return whyNot(this.pack, this.day, this.make(kind, own) as WalkEvent);
  }

  /** @returns whether it was kept; where it was not, `said` has the reason */
  tap<K extends WalkEventKind>(kind: K, own: Own<K>, picture?: Blob): Promise<boolean> {
    // One after the other: the second of two quick taps is judged by a day in which the first stands.
    const tapped = this.#tapping.then(() => this.#tapNow(kind, own, picture));
    this.#tapping = tapped.catch(() => false);
    return tapped;
  }

  async #tapNow<K extends WalkEventKind>(kind: K, own: Own<K>, picture?: Blob): Promise<boolean> {
    const event = this.make(kind, own) as WalkEvent;
    const problem = whyNot(this.pack, this.day, event);
    this.said = problem ?? '';
    if (problem) return false;
    try {
      if (this.isRehearsal) await this.store.rehearse(event);
      else await this.store.tap(event, this.kept.owner, picture);
    } catch (fault) {
      this.said = fault instanceof NotKept ? fault.message : 'The phone did not store this. Tap it again.';
      return false;
    }
    if (picture) await this.#readPictures();
    if (this.isRehearsal) this.#rehearsed = [...this.#rehearsed, event];
    else
      this.#kept = [
        ...this.#kept,
        { id: event.id, walkId: event.walkId, event, state: 'waiting', owner: this.kept.owner, order: 0 }
      ];
    navigator.vibrate?.(15);
    return true;
  }

  /** What is left of PINs to try; undefined where no health notes are on this phone, or their time is over. */
  async healthTries(): Promise<number | undefined> {
    return (await this.#health())?.triesLeft;
  }

  /** A rehearsal's clock is no reason to take them off. */
  async #health() {
    await this.store.forgetOldHealth(Date.now() + this.offsetMs);
    return this.store.health(this.pack.walk.id);
  }

  /** Opens the health notes; that they were opened is noted, and in a rehearsal they stay shut. */
  async openHealth(pin: string): Promise<Opened | 'right' | undefined> {
    const kept = await this.#health();
    if (!kept) return undefined;
    const opened = await openHealth(this.store, kept, pin);
    if ('triesLeft' in opened) return opened;
    if (this.isRehearsal) return 'right';
    return (await this.tap('health opened', {})) ? opened : undefined;
  }

  /** Gives a picture up: the server will not take it, or its act was taken back. */
  async dropPicture(id: string): Promise<void> {
    await this.store.forgetPicture(id);
    await this.#readPictures();
  }

  takeBack = async (event: { readonly id: string }): Promise<boolean> => {
    const isTaken = await this.tap('taken back', { event: event.id });
    if (isTaken && this.pictures.some(({ id }) => id === event.id)) await this.dropPicture(event.id);
    return isTaken;
  };

  /** Keeps what was refused as a remark in its place. */
  async remarkInstead({ id, event, problem }: KeptEvent): Promise<void> {
    const words = `${JSON.stringify(event)} — ${problem ?? ''}`.slice(0, 1000);
    if (!(await this.tap('remark', { about: event.kind, words }))) return;
    await this.store.forgetRefused(id);
    await this.#reload();
  }

  /** Everything that was tapped on this walk, to be carried to a desk. */
  get file(): string {
    return JSON.stringify({ walkId: this.pack.walk.id, events: this.#events }, null, 1);
  }

  /** The walk is over on this phone: what was sent goes, what waits stays. */
  async leave(): Promise<void> {
    await this.sync();
    await this.store.emptyOf(this.pack.walk.id);
  }

  get library(): Library {
    this.#library ??= compileLibrary(LibraryDocument.parse(this.#planned.library)).library;
    return this.#library;
  }

  nameOf(slug: string): string {
    const taxon = this.library.taxa.get(slug);
    return taxon ? englishName(taxon) : slug;
  }

  /** Whose basket it is. */
  basketOf(person: string | undefined): string {
    return person === undefined ? 'The group' : this.personName(person);
  }

  personName(id: string): string {
    return (
      this.day.people.find((one) => one.id === id)?.name ??
      this.pack.leaders.find((one) => one.id === id)?.name ??
      (id === this.kept.owner ? this.pack.takenBy.name : 'somebody')
    );
  }

  /** What follows from what was said of a plant, by the same computation as on the server. */
  look(entries: readonly string[], taxon?: string): CloserLook {
    return lookOnWalk(this.pack, this.library, entries, taxon);
  }

  /** Minutes that have passed since an event. */
  minutesSince = (event: Pick<WalkEvent, 'at' | 'offsetMs'>): number =>
    (this.now - effectiveAt(event)) / 60_000;
}
