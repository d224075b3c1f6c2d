import { heardAt, layersAt, type Film, type Layer } from '../../film/index.ts';
import type { AudioEvent } from '../../sound/index.ts';
import { instantOfFrame, toNumber, type Frames } from '../../time/index.ts';

/** A picture that the plan shows on a frame. */
export interface WantedPicture {
  readonly shot: number;
  readonly clip: string | null;
  readonly name: string;
  readonly source: number;
}

/** A sound that the plan lets be heard on a frame. */
export interface WantedSound {
  readonly event: AudioEvent;
  /**
   * Seconds of its file at the start of the frame; of the own sound of a clip those of its pictures
   * beside which it is.
   */
  readonly seconds: number;
  /** Seconds from the frame to the nearest end of the sound. */
  readonly inside: number;
}

const picture = ({ shot, clip, source }: Layer): WantedPicture => ({
  ...{ shot, source },
  ...{ clip: clip?.id ?? null, name: clip?.name ?? 'no clip' },
});

/** The pictures on a frame as the plan has them, the outgoing one first. */
export const wantedPictures = (film: Film, frame: Frames): WantedPicture[] =>
  layersAt(film, frame)
    .map(picture)
    .sort((a, b) => a.shot - b.shot);

/** Seconds of the pictures of a clip beside a place of its sound. */
function besidePictures(film: Film, { id, sampleRate }: AudioEvent, seconds: number): number {
  const clip = film.shots.find(({ shot }) => shot.id === id)?.clip;
  if (!clip?.sound) return seconds;
  const { start, rate } = clip.sound;
  return ((seconds - start / sampleRate) * toNumber(rate)) / toNumber(clip.rate);
}

/** The sounds on a frame as the plan has them. */
export function wantedSounds(film: Film, frame: Frames): WantedSound[] {
  const { rate } = film.plan;
  const [from, to] = [frame, frame + 1].map((n) => toNumber(instantOfFrame(n, rate)));
  return heardAt(film.audioEvents, rate, frame).map(({ event, at }) => {
    const late = Math.max(0, event.starts - from!);
    const inside = Math.min(from! - event.starts, event.ends - to!);
    const place = at - late * event.rate;
    const seconds = event.of === 'own' ? besidePictures(film, event, place) : place;
    return { event, seconds, inside };
  });
}
