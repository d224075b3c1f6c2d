/** What is known of a clip beside the file that is read. */
export interface ClipFacts {
  readonly id: string;
  readonly name: string;
  readonly fileName: string | null;
  /** Pictures a second. */
  readonly num: number;
  readonly den: number;
  readonly frames: number;
  /** The timecode of its first frame, counted at its own rate. */
  readonly start: number;
  readonly drop: boolean;
}

/** What is known of the film and its files beside what is read. */
export interface Facts {
  readonly num: number;
  readonly den: number;
  readonly drop: boolean;
  readonly start: number;
  readonly clips: readonly ClipFacts[];
}

/** A picture that would be shown: one of some clips, as far as their names tell them apart. */
export interface ShownPicture {
  /** Ids of clips; empty where none has the name. */
  readonly clips: readonly string[];
  readonly name: string;
  /** Frame of the clip. */
  readonly source: number;
  /** Frames of the film since its event began. */
  readonly since: number;
}

/** A sound that would be heard. */
export interface ShownSound {
  readonly name: string;
  readonly clips: readonly string[];
  /** Seconds of its file, from its start on, at the start of the frame. */
  readonly seconds: number;
  readonly since: number;
}

/** Something in a file that cannot be read as it stands. */
export interface Unread {
  readonly where: string;
  readonly words: string;
}

/** A film as a receiving program would have it. */
export interface Received {
  readonly frames: number;
  /** The timecode of its first frame as a frame count; null where the file does not say. */
  readonly start: number | null;
  readonly pictures: (frame: number) => readonly ShownPicture[];
  /** Null where the file carries no sound. */
  readonly sounds: ((frame: number) => readonly ShownSound[]) | null;
  readonly unread: readonly Unread[];
}

/** An item that fills frames of the film, the end exclusive. */
interface Placed {
  readonly from: number;
  readonly to: number;
}

/** The items of an ordered or unordered list that fill a frame. */
export function placedAt<T extends Placed>(items: readonly T[], longest = 0): (n: number) => T[] {
  const ordered = items.toSorted((a, b) => a.from - b.from);
  const reach = longest || ordered.reduce((most, { from, to }) => Math.max(most, to - from), 0);
  return (n) => {
    let [low, high] = [0, ordered.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (ordered[middle]!.from <= n) low = middle + 1;
      else high = middle;
    }
    const found: T[] = [];
    for (let i = low - 1; i >= 0 && ordered[i]!.from > n - reach - 1; i--)
      if (ordered[i]!.to > n) found.unshift(ordered[i]!);
    return found;
  };
}

/** A frame of a clip as it is held at either end of the file. */
export const heldIn = (clip: ClipFacts | undefined, frame: number): number =>
  clip ? Math.min(clip.frames - 1, Math.max(0, frame)) : frame;
