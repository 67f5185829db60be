import { v7 as uuid } from 'uuid';
import type { PhoneView, ScreenView } from '../../src/lib/server/learning/group';
import { Client } from './client';
import { Stream } from './stream';

/** Phones and the screen of a round with a group, as their pages use the server. */

/** Opens a round. @returns its address and its code */
export async function openRound(leader: Client, fields: Record<string, string> = {}) {
  const address = await leader.submit('/together', {
    name: 'Spring beginners',
    walk: 'now',
    length: '4',
    ...fields
  });
  const code = /code:"([2-9A-Z]{5})"/.exec(await leader.text(address))![1]!;
  return { address, code };
}

export const screenOf = (leader: Client, address: string): Stream<ScreenView> =>
  new Stream<ScreenView>(() => leader, `${address}/stream`);

export const act = (leader: Client, address: string, what: string, step: number): Promise<Response> =>
  leader.post(`${address}?/act`, { act: what, step: String(step) });

/** A phone in a round. */
export class Phone {
  #origin = 0;
  #client: Client;
  readonly #cookies: string;
  readonly stream: Stream<PhoneView>;

  private constructor(
    readonly origins: readonly string[],
    cookie: string,
    first: number
  ) {
    this.#cookies = cookie;
    this.#origin = first;
    this.#client = new Client(origins[first]!, cookie);
    this.stream = new Stream<PhoneView>(() => this.#client, '/join/phone/stream');
  }

  /** Joins by a code. @param origins processes, of which another is asked where one is away */
  static async join(origins: readonly string[], code: string, name: string, first = 0): Promise<Phone> {
    const response = await new Client(origins[first]!).post('/join', { code, name });
    const cookie = response.headers.getSetCookie().find((one) => one.includes('seat='));
    if (response.status !== 303 || !cookie) throw new Error(`${name} did not join (${response.status})`);
    return new Phone(origins, cookie, first);
  }

  get client(): Client {
    return this.#client;
  }

  /** Asks another process from now on, as a proxy does where one is away. */
  turn(): void {
    this.#origin = (this.#origin + 1) % this.origins.length;
    this.#client = new Client(this.origins[this.#origin]!, this.#cookies);
    this.stream.drop();
  }

  /** Sends an answer until it is taken or refused, with one id. */
  async answer(position: number, choice: string, more: Record<string, string> = {}): Promise<Response> {
    const body = { id: uuid(), position, choice, confidence: 'fairly sure', ...more };
    for (;;) {
      const response = await this.#client.json('/join/phone/answer', body).catch(() => undefined);
      if (response && response.status < 500) return response;
      if (!response) this.turn();
      await new Promise((done) => setTimeout(done, 100));
    }
  }
}
