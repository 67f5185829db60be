import { demo } from './database';

/** A browser without a screen: it keeps its cookies, and its forms come from the site itself. */
export class Client {
  readonly #cookies = new Map<string, string>();
  #person: string | undefined;
  /** @param cookie of a session that is there already */
  constructor(
    readonly origin: string,
    cookie = ''
  ) {
    if (cookie) this.#keep(cookie);
  }

  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const cookie = [...this.#cookies].map((one) => one.join('=')).join('; ');
    const response = await fetch(this.origin + path, {
      redirect: 'manual',
      ...init,
      headers: { origin: this.origin, cookie, ...init.headers }
    });
    for (const set of response.headers.getSetCookie()) this.#keep(set);
    return response;
  }

  #keep(set: string): void {
    const [, name, value] = /^([^=]+)=([^;]*)/.exec(set)!;
    if (/max-age=0/i.test(set)) this.#cookies.delete(name!);
    else this.#cookies.set(name!, value!);
  }

  async text(path: string): Promise<string> {
    const response = await this.fetch(path);
    if (!response.ok) throw new Error(`${path} answered ${response.status}`);
    return response.text();
  }

  /** The words of a page, without its markup. */
  async words(path: string): Promise<string> {
    return (await this.text(path))
      .replaceAll(/<(script|style|svg)[\s\S]*?<\/\1>/g, ' ')
      .replaceAll(/<!--[\s\S]*?-->/g, '')
      .replaceAll(/<[^>]+>/g, ' ')
      .replaceAll(/\s+/g, ' ');
  }

  /** Sends a form as a browser without script does. */
  async post(path: string, fields: Record<string, string> | FormData = {}): Promise<Response> {
    const body = fields instanceof FormData ? fields : new URLSearchParams(fields);
    return this.fetch(path, { method: 'POST', headers: { accept: 'text/html' }, body });
  }

  /** Changes a plan as somebody does who has just looked at it: with the revision that the page showed. */
  async change(action: string, fields: Record<string, string> = {}): Promise<Response> {
    const page = await this.text(action.slice(0, action.indexOf('?')));
    const revision = /name="revision" value="(\d+)"/.exec(page)?.[1];
    return this.post(action, { ...fields, ...(revision && { revision }) });
  }

  /** Sends a form and returns where it leads. */
  async submit(path: string, fields: Record<string, string> = {}): Promise<string> {
    const response = await this.post(path, fields);
    const to = response.headers.get('location');
    if (!to) throw new Error(`${path} led nowhere (${response.status})`);
    return to;
  }

  /** Sends events as a device of this person does. */
  async send(events: readonly unknown[], by?: string): Promise<Response> {
    this.#person ??= /personId:"([0-9a-f-]{36})"/.exec(await this.text('/today'))![1]!;
    return this.json('/api/events', { by: by ?? this.#person, sentAt: new Date().toISOString(), events });
  }

  async json(path: string, body: unknown): Promise<Response> {
    return this.fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: typeof body === 'string' ? body : JSON.stringify(body)
    });
  }
}

/** A client that has signed in as one of the demo's people. */
export async function signedIn(origin: string, role: string): Promise<Client> {
  const client = new Client(origin);
  await client.submit('/sign-in', { email: demo.email(role), password: demo.password });
  return client;
}
