import { whenChanged } from '../../database/notices';
import { faultOf, log } from '../../request/log';
import type { Send } from '../../request/event-stream';
import { type Views, viewsOf } from './views';

/**
 * Sends what there is to see of a round to whoever watches it at this process: phones hear of each step, screens of each
 * answer, too. It is read once for all of them. What is sent is all that there is to see at that moment: who was away
 * for a while needs nothing of what was between.
 */

/** Screens count up four times a second at most. */
const pauseMs = 250;

type Kind = keyof Views;
interface Watcher {
  readonly kind: Kind;
  readonly send: Send;
  /** What it was sent last, by its id. */
  last: string | undefined;
}

interface Feed {
  readonly watchers: Set<Watcher>;
  views: Views | undefined;
  isReading: boolean;
  isChanged: boolean;
  readonly end: () => void;
}

const feeds = new Map<string, Feed>();

/** A step for a phone; for a screen also what is counted. */
const idOf = {
  phone: ({ phone }: Views) => String(phone.step),
  screen: ({ screen: { step, phones, answered, hands } }: Views) =>
    [step, phones, answered, ...Object.values(hands)].join('-')
};

function tell(watcher: Watcher, views: Views): void {
  const id = idOf[watcher.kind](views);
  if (watcher.last === id) return;
  watcher.last = id;
  watcher.send({ id, event: 'round', data: views[watcher.kind] });
}

async function look(schoolId: string, roundId: string, feed: Feed): Promise<void> {
  feed.isChanged = true;
  if (feed.isReading) return;
  feed.isReading = true;
  while (feed.isChanged && feed.watchers.size > 0) {
    feed.isChanged = false;
    try {
      feed.views = await viewsOf(schoolId, roundId);
      for (const watcher of feed.watchers) if (feed.views) tell(watcher, feed.views);
    } catch (error) {
      // Whoever watches keeps what they have; it is looked at again in a few seconds.
      log.warn({ what: 'round not read', ...faultOf(error) });
    }
    await new Promise((done) => setTimeout(done, pauseMs));
  }
  feed.isReading = false;
}

/**
 * Sends all that changes of a round, and what there is to see now.
 * @param last what the watcher says that it has
 * @returns ends it
 */
export function watchRound(
  { schoolId, roundId }: { readonly schoolId: string; readonly roundId: string },
  kind: Kind,
  last: string | undefined,
  send: Send
): () => void {
  let feed = feeds.get(roundId);
  if (!feed) {
    const made: Feed = {
      watchers: new Set(),
      views: undefined,
      isReading: false,
      isChanged: false,
      end: whenChanged(roundId, () => void look(schoolId, roundId, made))
    };
    feed = made;
    feeds.set(roundId, feed);
  }
  const own = feed;
  const watcher: Watcher = { kind, send, last };
  own.watchers.add(watcher);
  if (own.views) tell(watcher, own.views);
  // What others see may be older than what there is.
  void look(schoolId, roundId, own);
  return () => {
    own.watchers.delete(watcher);
    if (own.watchers.size > 0 || feeds.get(roundId) !== own) return;
    feeds.delete(roundId);
    own.end();
  };
}
