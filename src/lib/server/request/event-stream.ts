/** Server-sent events (HTML Living Standard, section 9.2): one answer that goes on, and begins anew where it broke. */

export interface StreamEvent {
  /** What a client says that it has, when it asks again. */
  readonly id: string;
  readonly event: string;
  readonly data: unknown;
}

export type Send = (event: StreamEvent) => void;

/** Proxies hang up on what is silent for a minute. */
const heartbeatMs = 15_000;
/** Then the client asks again: whether it still may is looked at anew. */
const lifetimeMs = 10 * 60_000;
/** A client waits so long before it asks again. */
const retryMs = 1000;
/** Events that lie unread with somebody: more, and they are cut off, to ask again when they can. */
const mostUnread = 64;

const encoder = new TextEncoder();
const open = new Set<() => void>();

/** A line break would end a field; JSON has none. */
const written = ({ id, event, data }: StreamEvent): Uint8Array =>
  encoder.encode(`id: ${id}\nevent: ${event}\ndata: ${JSON.stringify(data)}\n\n`);

/** @param subscribe begins to send; what it returns ends it, however the stream ends */
export function eventStream(subscribe: (send: Send) => () => void): Response {
  let close = () => undefined as void;
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const put = (chunk: Uint8Array) => {
          if ((controller.desiredSize ?? 0) < -mostUnread) close();
          else controller.enqueue(chunk);
        };
        put(encoder.encode(`retry: ${retryMs}\n\n`));
        const unsubscribe = subscribe((event) => put(written(event)));
        const beating = setInterval(() => put(encoder.encode(':\n\n')), heartbeatMs);
        const living = setTimeout(() => close(), lifetimeMs);
        close = () => {
          if (!open.delete(close)) return;
          clearInterval(beating);
          clearTimeout(living);
          unsubscribe();
          try {
            controller.close();
          } catch {
            // It was cancelled from the other side.
          }
        };
        open.add(close);
      },
      cancel: () => close()
    },
    new CountQueuingStrategy({ highWaterMark: 1 })
  );
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-store',
      // nginx hands on what it gets, at once.
      'x-accel-buffering': 'no'
    }
  });
}

/** Ends all, before the process ends: clients ask another one. */
export const closeStreams = (): void => open.forEach((close) => close());

/** Whether a request asks for a stream: an address that somebody opens by hand would wait for ever. */
export const wantsStream = (request: Request): boolean =>
  (request.headers.get('accept') ?? '').includes('text/event-stream');
