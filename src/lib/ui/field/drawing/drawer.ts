import type { Stage } from '$core/knowledge';
import type { Answer, Asked, Drawing } from './draw.worker';
import script from './draw.worker?worker&url';

/** The file that draws. No page names it, so it is kept on the phone by this address. */
export const drawingScript: string = script;

interface Waiting {
  readonly done: (drawing: Drawing | undefined) => void;
  readonly failed: (problem: Error) => void;
}

/** Draws plants of one library in a worker; where it ends over one, the next begins with another. */
class Drawer {
  readonly #waiting = new Map<number, Waiting>();
  #worker: Worker | undefined;
  #last = 0;

  /** @param library as it came along; it is read in the worker */
  constructor(readonly library: unknown) {}

  #started(): Worker {
    if (this.#worker) return this.#worker;
    const worker = new Worker(drawingScript, { type: 'module' });
    worker.onmessage = ({ data: { id, drawing } }: MessageEvent<Answer>) => {
      this.#waiting.get(id)?.done(drawing);
      this.#waiting.delete(id);
    };
    worker.onerror = ({ message }) => {
      this.stop();
      for (const { failed } of this.#waiting.values()) failed(new Error(message));
      this.#waiting.clear();
    };
    worker.postMessage({ library: this.library } satisfies Asked);
    return (this.#worker = worker);
  }

  draw(slug: string, stage: Stage, seed: number): Promise<Drawing | undefined> {
    return new Promise((done, failed) => {
      const id = (this.#last += 1);
      this.#waiting.set(id, { done, failed });
      this.#started().postMessage({ id, slug, stage, seed } satisfies Asked);
    });
  }

  stop(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
  }
}

let drawer: Drawer | undefined;

/**
 * Draws a plant of the library that came along; the worker stays for the next.
 * @param seed the specimen, as in the address of a plate
 * @returns nothing where there is no drawing of it at this stage
 * @throws where this phone cannot draw
 */
export function drawn(
  library: unknown,
  slug: string,
  stage: Stage,
  seed: number
): Promise<Drawing | undefined> {
  const known = drawer?.library === library ? drawer : undefined;
  if (!known) drawer?.stop();
  drawer = known ?? new Drawer(library);
  return drawer.draw(slug, stage, seed);
}
