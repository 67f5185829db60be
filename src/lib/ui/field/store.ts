import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type WalkEvent, dayAt } from '$core/field';
import type { Locked } from './lock';

/** What a phone keeps of walks: packs, what was tapped, and which phone it is. It lies in IndexedDB. */

/** Where an event stands on its way to the server. What was refused stays, with the reason. */
export type EventState = 'waiting' | 'sent' | 'refused';

export interface KeptEvent {
  readonly id: string;
  readonly walkId: string;
  readonly event: WalkEvent;
  readonly state: EventState;
  /** Whose session it is sent in: whoever took the walk along. */
  readonly owner: string;
  /** Counts what was tapped on this phone; what other phones sent has 0. */
  readonly order: number;
  readonly problem?: string;
}

export interface KeptPack {
  readonly walkId: string;
  /** Who took it along. */
  readonly owner: string;
  /** As it came; read by its schema when it is opened. */
  readonly pack: unknown;
  readonly bytes: number;
  /** When every part was opened from the store without fault; absent before. */
  readonly provenAt?: string;
  /** When it was last compared with the server. */
  readonly refreshedAt: string;
}

/** A picture of what was found, on its way to the server. It has the id of the act to which it belongs. */
export interface KeptPicture {
  readonly id: string;
  readonly walkId: string;
  readonly owner: string;
  readonly blob: Blob;
  /** Why the server will not take it. */
  readonly problem?: string;
}

/** Health notes of a walk, which only a PIN opens. */
export interface KeptHealth {
  readonly walkId: string;
  readonly locked: Locked;
  /** The last day on which they may be read, and where its midnights are. */
  readonly until: string;
  readonly timeZone: string;
  /** PINs that may still be tried. */
  readonly triesLeft: number;
}

interface FieldSchema extends DBSchema {
  packs: { key: string; value: KeptPack };
  events: { key: string; value: KeptEvent; indexes: { walk: string; state: EventState } };
  /** Of rehearsals: never sent. */
  rehearsed: { key: string; value: KeptEvent; indexes: { walk: string } };
  settings: { key: string; value: unknown };
  /** Locked. */
  health: { key: string; value: KeptHealth };
  pictures: { key: string; value: KeptPicture };
}

/** Something could not be kept: the phone is full, or does not let a page keep anything. */
export class NotKept extends Error {}

export class FieldStore {
  private constructor(private readonly db: IDBPDatabase<FieldSchema>) {}

  /** @throws NotKept where the browser lets the page keep nothing */
  static async open(name = 'good-trail-field'): Promise<FieldStore> {
    try {
      let held: (problem: NotKept) => void = () => undefined;
      const isHeld = new Promise<never>((_, failed) => (held = failed));
      const opened = openDB<FieldSchema>(name, 2, {
        upgrade(kept, from) {
          if (from < 1) {
            kept.createObjectStore('packs', { keyPath: 'walkId' });
            const events = kept.createObjectStore('events', { keyPath: 'id' });
            events.createIndex('walk', 'walkId');
            events.createIndex('state', 'state');
            kept.createObjectStore('rehearsed', { keyPath: 'id' }).createIndex('walk', 'walkId');
            kept.createObjectStore('settings');
          }
          kept.createObjectStore('health', { keyPath: 'walkId' });
          kept.createObjectStore('pictures', { keyPath: 'id' });
        },
        // Another page of this device has a newer release, or an older one.
        blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
        blocked: () =>
          held(
            new NotKept(
              'A page of an earlier release is open on this device. Close it, and open this one again.'
            )
          )
      });
      const db = await Promise.race([opened, isHeld]);
      return new FieldStore(db);
    } catch (problem) {
      if (problem instanceof NotKept) throw problem;
      throw new NotKept(
        'This browser lets the page keep nothing: a walk cannot be taken along with storage switched off, as in some private windows.'
      );
    }
  }

  close(): void {
    this.db.close();
  }

  async packs(): Promise<KeptPack[]> {
    return this.db.getAll('packs');
  }

  async pack(walkId: string): Promise<KeptPack | undefined> {
    return this.db.get('packs', walkId);
  }

  /** @throws NotKept where there is no room; what was there stays */
  async keepPack(pack: KeptPack): Promise<void> {
    await this.#kept(this.db.put('packs', pack));
  }

  async #kept<T>(work: Promise<T>): Promise<T> {
    try {
      return await work;
    } catch (problem) {
      throw new NotKept(
        problem instanceof DOMException && problem.name === 'QuotaExceededError'
          ? 'The phone has no room left: nothing was stored. Make room, and tap it again.'
          : 'The phone did not store this. Tap it again.'
      );
    }
  }

  /**
   * Keeps what was tapped, and a picture with it, both or nothing; once this returns it outlives the page, the browser
   * and the battery.
   * @throws NotKept
   */
  async tap(event: WalkEvent, owner: string, picture?: Blob): Promise<void> {
    await this.#kept(
      (async () => {
        const tx = this.db.transaction(['events', 'settings', 'pictures'], 'readwrite', {
          durability: 'strict'
        });
        const order = Number((await tx.objectStore('settings').get('order')) ?? 0) + 1;
        await tx.objectStore('settings').put(order, 'order');
        await tx
          .objectStore('events')
          .add({ id: event.id, walkId: event.walkId, event, state: 'waiting', owner, order });
        if (picture)
          await tx.objectStore('pictures').put({ id: event.id, walkId: event.walkId, owner, blob: picture });
        await tx.done;
      })()
    );
  }

  /** Keeps an act of a rehearsal. */
  async rehearse(event: WalkEvent): Promise<void> {
    await this.#kept(
      this.db.put('rehearsed', {
        id: event.id,
        walkId: event.walkId,
        event,
        state: 'waiting',
        owner: '',
        order: 0
      })
    );
  }

  async rehearsed(walkId: string): Promise<WalkEvent[]> {
    return (await this.db.getAllFromIndex('rehearsed', 'walk', walkId)).map(({ event }) => event);
  }

  async forgetRehearsal(walkId: string): Promise<void> {
    const tx = this.db.transaction('rehearsed', 'readwrite');
    for (const key of await tx.store.index('walk').getAllKeys(walkId)) await tx.store.delete(key);
    await tx.done;
  }

  async eventsOf(walkId: string): Promise<KeptEvent[]> {
    return this.db.getAllFromIndex('events', 'walk', walkId);
  }

  /** What waits of a person, in the order in which it was tapped. */
  async waiting(owner: string): Promise<KeptEvent[]> {
    const all = await this.db.getAllFromIndex('events', 'state', 'waiting');
    return all.filter((one) => one.owner === owner).sort((a, b) => a.order - b.order);
  }

  /** What waits, whosever it is. */
  async waitingOfAll(): Promise<number> {
    return this.db.countFromIndex('events', 'state', 'waiting');
  }

  /** Notes the server's judgement on events; what was judged before stays as it is. */
  async judge(judged: readonly { readonly id: string; readonly problem?: string }[]): Promise<void> {
    const tx = this.db.transaction('events', 'readwrite');
    for (const { id, problem } of judged) {
      const kept = await tx.store.get(id);
      if (kept?.state !== 'waiting') continue;
      await tx.store.put({ ...kept, state: problem ? 'refused' : 'sent', ...(problem && { problem }) });
    }
    await tx.done;
  }

  /** A refused event makes room for the remark that was kept in its place. */
  async forgetRefused(id: string): Promise<void> {
    const tx = this.db.transaction('events', 'readwrite');
    if ((await tx.store.get(id))?.state === 'refused') await tx.store.delete(id);
    await tx.done;
  }

  /** What other phones have sent. An event that this phone has itself stays as it stands here. */
  async learn(events: readonly WalkEvent[], owner: string): Promise<void> {
    const tx = this.db.transaction('events', 'readwrite');
    for (const event of events) {
      const kept = await tx.store.get(event.id);
      if (!kept)
        await tx.store.put({
          id: event.id,
          walkId: event.walkId,
          event,
          state: 'sent',
          owner,
          order: 0
        });
      // The server has it: the answer that said so was lost.
      else if (kept.state === 'waiting') await tx.store.put({ ...kept, state: 'sent' });
    }
    await tx.done;
  }

  /** Events of a file. @returns how many were not there before */
  async bringIn(events: readonly WalkEvent[], owner: string): Promise<number> {
    let fresh = 0;
    const known = new Set(await this.db.getAllKeys('events'));
    for (const event of events) {
      if (known.has(event.id)) continue;
      await this.tap(event, owner);
      known.add(event.id);
      fresh += 1;
    }
    return fresh;
  }

  /** Takes a walk out of the store, with all that was sent of it. What waits or was refused stays. */
  async emptyOf(walkId: string): Promise<void> {
    const tx = this.db.transaction(['packs', 'events', 'rehearsed', 'health'], 'readwrite');
    await tx.objectStore('packs').delete(walkId);
    await tx.objectStore('health').delete(walkId);
    for (const kept of await tx.objectStore('events').index('walk').getAll(walkId))
      if (kept.state === 'sent') await tx.objectStore('events').delete(kept.id);
    for (const key of await tx.objectStore('rehearsed').index('walk').getAllKeys(walkId))
      await tx.objectStore('rehearsed').delete(key);
    await tx.done;
  }

  /**
   * What belongs to others than a person; without one, everything: somebody has signed out.
   * @returns how many walks were taken out
   */
  async emptyOfOthers(owner: string | undefined): Promise<number> {
    const others = (await this.packs()).filter((one) => one.owner !== owner);
    for (const { walkId } of others) await this.emptyOf(walkId);
    return others.length;
  }

  /** The server will never take a picture: it stays with the reason. */
  async refusePicture(picture: KeptPicture, problem: string): Promise<void> {
    await this.db.put('pictures', { ...picture, problem });
  }

  async forgetPicture(id: string): Promise<void> {
    await this.db.delete('pictures', id);
  }

  /** Those of a walk that have not reached the server. */
  async picturesOf(walkId: string): Promise<KeptPicture[]> {
    return (await this.db.getAll('pictures')).filter((one) => one.walkId === walkId);
  }

  /** Those of a person whose act the server has. */
  async picturesToSend(owner: string): Promise<KeptPicture[]> {
    const pictures = (await this.db.getAll('pictures')).filter((one) => one.owner === owner && !one.problem);
    const acts = await Promise.all(pictures.map(({ id }) => this.db.get('events', id)));
    // An act that has left the phone was sent.
    return pictures.filter((_, i) => (acts[i]?.state ?? 'sent') === 'sent');
  }

  async health(walkId: string): Promise<KeptHealth | undefined> {
    return this.db.get('health', walkId);
  }

  /** @throws NotKept */
  async keepHealth(health: KeptHealth): Promise<void> {
    await this.#kept(this.db.put('health', health));
  }

  async forgetHealth(walkId: string): Promise<void> {
    await this.db.delete('health', walkId);
  }

  /** Takes off the health notes whose time is over. @param now by the school's clock, milliseconds since 1970 */
  async forgetOldHealth(now: number): Promise<void> {
    for (const { walkId, timeZone, until } of await this.db.getAll('health'))
      if (dayAt(now, timeZone) > until) await this.forgetHealth(walkId);
  }

  async setting<T>(name: string, otherwise: T): Promise<T> {
    return ((await this.db.get('settings', name)) as T | undefined) ?? otherwise;
  }

  async set(name: string, value: unknown): Promise<void> {
    await this.#kept(this.db.put('settings', value, name));
  }

  /** Which phone this is: an id of its own making. */
  async device(): Promise<string> {
    const known = await this.setting<string>('device', '');
    if (known) return known;
    const made = crypto.randomUUID();
    await this.set('device', made);
    return made;
  }
}
