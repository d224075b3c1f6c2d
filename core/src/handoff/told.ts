/** Something in a file that was not taken over as it stands there, and why. */
export interface Told {
  /** The line of a text, from 1 on, or the place in a document. */
  readonly where: string;
  readonly words: string;
}

/** Most that is told one by one. */
const MOST = 500;

/** Collects what is told, up to a bound; what is beyond it is counted. */
export class Telling {
  readonly #told: Told[] = [];
  #more = 0;

  add(where: string, words: string): void {
    if (this.#told.length < MOST) this.#told.push({ where, words });
    else this.#more++;
  }

  /** All that was told. */
  get told(): readonly Told[] {
    return this.#more === 0
      ? this.#told
      : [...this.#told, { where: 'further on', words: `${this.#more} more of the like.` }];
  }
}
