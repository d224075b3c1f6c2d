import { instantAfter, partsOf, soundEnd, type Sound } from '../plan/index.ts';
import {
  frameCovering,
  frames,
  instantOfSample,
  multiply,
  nearestFrame,
  rational,
  round,
  samples,
  samplesPerFrame,
  type FrameRate,
  type Frames,
  type Samples,
} from '../time/index.ts';

/** A part of a sound in the film, on frames. */
export interface SoundEvent {
  readonly sound: Sound;
  /** Sample of the file that is heard at the start of frame `start`. */
  readonly from: Samples;
  readonly start: Frames;
  readonly end: Frames;
  /** Frames before `end` over which it fades to nothing. */
  readonly fade: number;
}

/**
 * The parts of a sound up to the end of a film. A splice falls on the frame nearest to it, and the
 * part after it starts as much earlier or later in the file, so that its beats keep their place in
 * the film to the sample.
 */
export function soundEvents(sound: Sound, rate: FrameRate, length: Frames): SoundEvent[] {
  const { sampleRate } = sound.analysis;
  const parts = partsOf(sound);
  const bounds = [
    sound.place,
    ...parts.slice(1).map(({ before }) => nearestFrame(instantAfter(sound, before, rate), rate)),
    soundEnd(sound, rate),
  ];
  const fade = frameCovering(instantOfSample(sound.fade, sampleRate), rate);
  return parts.flatMap(({ from, before }, i): SoundEvent[] => {
    const [start, end] = [bounds[i]!, Math.min(bounds[i + 1]!, length)];
    if (start >= end) return [];
    const at = round(multiply(rational(start - sound.place), samplesPerFrame(rate, sampleRate)));
    // As it is heard it fades at the end of the film where it would go on.
    const last = i === parts.length - 1 || bounds[i + 1]! >= length;
    return [
      {
        sound,
        from: samples(Math.max(0, from + at - before)),
        start: frames(start),
        end: frames(end),
        fade: last ? Math.min(fade, end - start) : 0,
      },
    ];
  });
}
