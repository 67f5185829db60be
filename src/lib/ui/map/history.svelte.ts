/** How many steps are remembered. */
const most = 100;

/** A state that is changed by steps, each of which can be undone. */
export class History<State> {
  now: State;
  #past: readonly State[];
  #future: readonly State[];

  constructor(first: State) {
    this.now = $state.raw(first);
    this.#past = $state.raw([]);
    this.#future = $state.raw([]);
  }

  get canUndo(): boolean {
    return this.#past.length > 0;
  }
  get canRedo(): boolean {
    return this.#future.length > 0;
  }

  /** What was undone before cannot be brought back after it. */
  step(next: State): void {
    this.#past = [...this.#past.slice(1 - most), this.now];
    this.#future = [];
    this.now = next;
  }

  undo(): void {
    if (!this.canUndo) return;
    this.#future = [this.now, ...this.#future];
    this.now = this.#past.at(-1)!;
    this.#past = this.#past.slice(0, -1);
  }

  redo(): void {
    if (!this.canRedo) return;
    this.#past = [...this.#past, this.now];
    this.now = this.#future[0]!;
    this.#future = this.#future.slice(1);
  }
}
