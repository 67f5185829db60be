/** Milliseconds before a stream that was refused is asked for again; one that broke the browser asks for by itself. */
const retryMs = 1500;

/**
 * Shows what there is to see of a round, as it changes. A browser gives up a stream that a proxy answers for in the
 * server's place: this does not.
 * @param show what there is now
 * @param isLive whether changes arrive at the moment
 * @returns ends it
 */
export function watch<View>(
  address: string,
  show: (view: View) => void,
  isLive: (live: boolean) => void
): () => void {
  let source: EventSource | undefined;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const begin = () => {
    const own = new EventSource(address);
    source = own;
    own.onopen = () => isLive(true);
    own.addEventListener('round', ({ data }: MessageEvent<string>) => {
      isLive(true);
      show(JSON.parse(data) as View);
    });
    own.onerror = () => {
      isLive(false);
      if (own.readyState === EventSource.CLOSED) waiting = setTimeout(begin, retryMs);
    };
  };
  begin();
  return () => {
    clearTimeout(waiting);
    source?.close();
  };
}
