import {
  add,
  frameCovering,
  instantOfFrame,
  instantOfSample,
  samples,
  toNumber,
  type FrameRate,
  type Frames,
  type Instant,
  type Samples,
  type Seconds,
  type GivenSamples,
} from '../../time/index.ts';

/** A stretch of a sound file that the film uses as it is. */
export interface Part {
  readonly from: Samples;
  readonly to: Samples;
  /** Samples of the used sound that are heard before it. */
  readonly before: Samples;
}

/** A place from which a sound goes on at another place of the file. */
export interface Splice {
  readonly leave: Samples;
  readonly enter: Samples;
}

/** What a film uses of a sound file. */
export interface Used {
  readonly region: { readonly in: Samples; readonly out: Samples };
  readonly splices: readonly Splice[];
}

/** Where in a film a sound starts. */
interface Placed {
  readonly place: Frames;
  readonly analysis: { readonly sampleRate: number };
}

/**
 * The parts of a sound that the film uses, in the order in which they are heard: one more than
 * there are splices.
 */
export function partsOf({ region, splices }: Used): Part[] {
  let before = 0;
  return [...splices, null].map((splice, i): Part => {
    const from = i === 0 ? region.in : splices[i - 1]!.enter;
    const to = splice ? splice.leave : region.out;
    const part = { from, to, before: samples(before) };
    before += to - from;
    return part;
  });
}

/** Whether every part of a sound goes forward, within a file of so many samples. */
export const partsFit = (used: Used, length: GivenSamples): boolean =>
  partsOf(used).every(({ from, to }) => from < to && to <= length);

/** How much of a sound the film uses. */
export function usedLength(used: Used): Samples {
  const last = partsOf(used).at(-1)!;
  return samples(last.before + last.to - last.from);
}

/**
 * Samples from the start of the used sound at which a sample of the file is heard: never, once or
 * several times.
 */
export const usedPlaces = (parts: readonly Part[], at: Samples): Samples[] =>
  parts.flatMap(({ from, to, before }) =>
    at >= from && at < to ? [samples(before + at - from)] : [],
  );

/** The instant of the film after so many samples of the used sound, which may be negative. */
export const instantAfter = (sound: Placed, after: Samples, rate: FrameRate): Instant =>
  add(instantOfFrame(sound.place, rate), instantOfSample(after, sound.analysis.sampleRate));

/**
 * The instant of the film at which a sample of a sound is first heard; for one that is not, where
 * it would be if the part before it went on.
 */
export function filmInstant(sound: Used & Placed, at: Samples, rate: FrameRate): Instant {
  const parts = partsOf(sound);
  const part =
    parts.find(({ from, to }) => at >= from && at < to) ??
    parts.findLast(({ from }) => from <= at) ??
    parts[0]!;
  return instantAfter(sound, samples(part.before + at - part.from), rate);
}

/** Plan frame at which a sound ends: the first boundary at or after its last sample. */
export const soundEnd = (sound: Used & Placed, rate: FrameRate): Frames =>
  frameCovering(instantAfter(sound, usedLength(sound), rate), rate);

/**
 * Sample of a file that is heard at a time of the film; null where the sound is not in it. Only as
 * exact as the time.
 */
export function sampleHeardAt(sound: Used & Placed, at: Seconds, rate: FrameRate): Samples | null {
  const after = (at - toNumber(instantOfFrame(sound.place, rate))) * sound.analysis.sampleRate;
  const part = partsOf(sound).find(
    ({ from, to, before }) => after >= before && after < before + to - from,
  );
  return part ? samples(Math.round(part.from + after - part.before)) : null;
}
