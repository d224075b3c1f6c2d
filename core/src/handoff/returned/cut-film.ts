import type { Frames, FrameRate, Rational } from '../../time/index.ts';
import type { Told } from '../told.ts';

/** What a file says of a piece of media that it uses. */
export interface CutMedia {
  /** The name of the clip; empty where none is given. */
  readonly name: string;
  readonly fileName: string | null;
  readonly reel: string | null;
  /** Pictures a second where the file says so. */
  readonly rate: FrameRate | null;
  /** What the media holds, in seconds of its own time, where the file says so. */
  readonly available: { readonly from: Rational; readonly lasts: Rational } | null;
}

/** A stretch of the film in which one media is seen or heard at one speed. */
export interface CutPiece {
  /** Frames of the film, the end exclusive. */
  readonly start: Frames;
  readonly end: Frames;
  /** Null for black or silence. */
  readonly media: CutMedia | null;
  /**
   * Seconds of the media's own time, as its timecode counts, at which it begins: the start of the
   * frame that is shown first, or a place in it. Where it goes back, the end of that frame.
   */
  readonly from: Rational;
  /** Seconds of the media in a second of the film: 0 where it stands, less where it goes back. */
  readonly speed: Rational;
  /** Where in the file it is said. */
  readonly where: string;
}

/** Two pictures that go over into one another at a cut, so many frames before it and after it. */
export interface CutCrossing {
  readonly at: Frames;
  readonly before: number;
  readonly after: number;
  /** Whether it is a dissolve; others have a name of their own. */
  readonly dissolve: boolean;
  readonly name: string;
  readonly where: string;
}

/** A sound of the film on one of its tracks. */
export interface CutSound extends CutPiece {
  readonly track: number;
}

/** A marked stretch of the film; of no frames where it is a place. */
export interface CutMarker {
  readonly at: Frames;
  readonly lasts: number;
  readonly name: string;
}

/** A film as a file has it that was cut elsewhere, or here before. */
export interface CutFilm {
  readonly name: string;
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
  /** The timecode of its first frame, as a frame count. */
  readonly start: Frames;
  /** The pictures, which follow one another from frame 0 on. */
  readonly pieces: readonly CutPiece[];
  readonly crossings: readonly CutCrossing[];
  readonly sounds: readonly CutSound[];
  readonly markers: readonly CutMarker[];
  /** What could not be taken over as it stands in the file. */
  readonly told: readonly Told[];
}
