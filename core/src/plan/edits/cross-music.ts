import {
  CaesuraError,
  frames,
  instantOfFrame,
  samples,
  toNumber,
  type GivenSamples,
  type GivenSeconds,
} from '../../time/index.ts';
import { filmInstant, partsFit, type Plan } from '../index.ts';
import { soundOf, withSound } from './edit-sounds.ts';

/** A sample of the file of a sound. */
interface PlaceInSound {
  readonly sound: string;
  readonly at: GivenSamples;
}

/**
 * Lets one sound go over into another so that a sample of the one falls on a sample of the other,
 * such as a bar line of both, in the middle of so many seconds; over less where one of the files
 * has no more. The first ends there; the second is placed so and used from there on. To the
 * sample: the second begins on a frame of the film, and as much earlier or later in its file.
 * Throws when both are one sound, or when either has nothing there.
 */
export function crossMusic(
  plan: Plan,
  leave: PlaceInSound,
  enter: PlaceInSound,
  lasts: GivenSeconds,
): Plan {
  if (leave.sound === enter.sound)
    throw new CaesuraError('bad-cross', 'A sound cannot go over into itself.', 'Choose another.');
  const [first, second] = [soundOf(plan, leave.sound), soundOf(plan, enter.sound)];
  const [a, b] = [first.analysis, second.analysis];
  const at = toNumber(filmInstant(first, samples(leave.at), plan.rate));
  const half = Math.min(
    lasts / 2,
    (a.length - leave.at) / a.sampleRate,
    enter.at / b.sampleRate,
    at,
  );
  const perFrame = plan.rate.den / plan.rate.num;
  const place = frames(Math.ceil((at - half) / perFrame - 1e-9));
  const begins = toNumber(instantOfFrame(place, plan.rate));
  const out = samples(Math.round(leave.at + half * a.sampleRate));
  const region = { in: first.region.in, out };
  const splices = first.splices.filter((splice) => splice.leave < leave.at);
  const from = samples(Math.max(0, Math.round(enter.at - (at - begins) * b.sampleRate)));
  const to = second.region.out > from ? second.region.out : b.length;
  if (
    !(half > 0 && begins < at + half) ||
    !partsFit({ region, splices }, a.length) ||
    !partsFit({ region: { in: from, out: to }, splices: [] }, b.length)
  )
    throw new CaesuraError(
      'bad-cross',
      'One of the two has no sound there.',
      'Choose another bar of it.',
    );
  // The two meet from where the second begins, which is on a frame.
  const together = at + half - begins;
  const left = withSound(plan, leave.sound, (sound) => ({
    ...sound,
    ...{ region, splices, fade: samples(Math.round(together * a.sampleRate)) },
  }));
  return withSound(left, enter.sound, (sound) => {
    const kept = { region: { in: from, out: samples(to) }, splices: sound.splices };
    return {
      ...sound,
      region: kept.region,
      splices: partsFit(kept, b.length) ? sound.splices : [],
      place,
      fadeIn: samples(Math.round(together * b.sampleRate)),
    };
  });
}
