/** Blocks in which room is given, in letters. */
const block = 16_384;
/** So much larger than the first drawing of a plant may a later one be. */
const slack = 1.5;

/** What could be sent: by what is drawn, and how it is drawn where that was never done. */
export interface Sendable {
  readonly key: string;
  readonly draw: () => string;
}

/**
 * How much is sent for a drawing, so that its size does not tell which of several plants it is: as much as for the
 * largest of them. What each of them takes is learned as it is drawn, so that most of the time one of them is.
 */
export class Envelopes {
  readonly #rooms = new Map<string, number>();

  #learn(key: string, length: number): number {
    const known = this.#rooms.get(key) ?? 0;
    if (length <= known) return known;
    const room = block * Math.ceil((slack * length) / block);
    this.#rooms.set(key, room);
    return room;
  }

  /**
   * @param key of what is sent: the same for all drawings that are alike but for their seed
   * @param others what could have been sent in its place
   * @returns the drawing with blanks behind it
   */
  enclose(svg: string, key: string, others: readonly Sendable[]): string {
    const rooms = others.map(
      (other) => this.#rooms.get(other.key) ?? this.#learn(other.key, other.draw().length)
    );
    return svg.padEnd(Math.max(this.#learn(key, svg.length), ...rooms));
  }
}
