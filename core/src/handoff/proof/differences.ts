/** Frames on which a file and the plan are not the same, alike in what is off. */
export interface Difference {
  /** Frames of the film from the first to the last, both among them. */
  readonly from: number;
  readonly to: number;
  /** What the first of them is to show or let be heard, and what it does. */
  readonly wanted: string;
  readonly found: string;
  readonly why: string;
}

/** Something that is not as planned on a frame. */
export interface Off {
  /** What goes on from frame to frame has one key. */
  readonly key: string;
  readonly wanted: string;
  readonly found: string;
  readonly why: string;
  /** Whether it is as near as the form can be. */
  readonly near: boolean;
}

/** What stands where nothing is shown or heard. */
export const NOTHING = 'nothing';

/** Collects what is off frame by frame; what goes on over several frames is one difference. */
export class Differences {
  readonly #all: Difference[] = [];
  readonly #open = new Map<string, number>();

  add(frame: number, { key, wanted, found, why }: Off): void {
    const place = this.#open.get(key);
    const open = place === undefined ? undefined : this.#all[place];
    if (open && place !== undefined && open.to === frame - 1) {
      this.#all[place] = { ...open, to: frame };
      return;
    }
    this.#open.set(key, this.#all.length);
    this.#all.push({ from: frame, to: frame, wanted, found, why });
  }

  /** In the order of the film. */
  get all(): readonly Difference[] {
    return this.#all;
  }
}
