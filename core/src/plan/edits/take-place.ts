import type { Clip, Plan, Shot } from '../index.ts';
import {
  CaesuraError,
  plural,
  rateLabel,
  sameRate,
  sourceFrames,
  toNumber,
} from '../../time/index.ts';

/** By what a clip that came lies beside the one that waited for it, in seconds. */
function offsetOf(waiting: Clip, came: Clip): number {
  const rate = { waiting: toNumber(waiting.rate), came: toNumber(came.rate) };
  // The first moment of one kind that both have is the same action.
  for (const { at, kind } of waiting.moments) {
    const same = came.moments.find((moment) => moment.kind === kind);
    if (same) return same.at / rate.came - at / rate.waiting;
  }
  return came.usable.in / rate.came - waiting.usable.in / rate.waiting;
}

/** A shot of the clip that waited as it shows the one that came. */
function shown(shot: Shot, waiting: Clip, came: Clip): Shot {
  const seconds = shot.sourceIn / toNumber(waiting.rate) + offsetOf(waiting, came);
  const source = Math.round(seconds * toNumber(came.rate));
  return {
    ...shot,
    clip: came.id,
    sourceIn: sourceFrames(Math.min(came.frames - 1, Math.max(0, source))),
  };
}

/** What of a clip that came is not as it was wanted of the one that waited, in sentences. */
export function placeDifferences(waiting: Clip, came: Clip): string[] {
  const lasts = ({ frames, rate }: Clip) => frames / toNumber(rate);
  const said: string[] = [];
  if (lasts(came) < lasts(waiting) - 1e-6)
    said.push(
      `It lasts ${lasts(came).toFixed(2)} s, and ${lasts(waiting).toFixed(2)} s were wanted.`,
    );
  if (toNumber(came.rate) < toNumber(waiting.rate) - 1e-9)
    said.push(
      `It has ${rateLabel(came.rate)} fps, and ${rateLabel(waiting.rate)} were wanted: what is slowed may show frames again.`,
    );
  else if (!sameRate(came.rate, waiting.rate))
    said.push(`It has ${rateLabel(came.rate)} fps in place of ${rateLabel(waiting.rate)}.`);
  if (came.size.width < waiting.size.width || came.size.height < waiting.size.height)
    said.push(
      `It is ${came.size.width} × ${came.size.height}, and ${waiting.size.width} × ${waiting.size.height} were wanted.`,
    );
  const missing = waiting.moments.filter(
    ({ kind }) => !came.moments.some((moment) => moment.kind === kind),
  );
  if (missing.length > 0)
    said.push(
      `${plural(missing.length, 'moment')} that ${missing.length === 1 ? 'was' : 'were'} wanted ${missing.length === 1 ? 'is' : 'are'} not kept in it.`,
    );
  return said;
}

/**
 * Puts a clip that came in the place of one that waited for its file: every shot of that shows the
 * same time of it, by the first moment that both have, or from their usable starts. Throws when
 * either is not there, or they are one.
 */
export function takePlace(plan: Plan, waitingId: string, cameId: string): Plan {
  const [waiting, came] = [waitingId, cameId].map((id) => plan.clips.find((one) => one.id === id));
  if (!waiting || !came || waiting === came)
    throw new CaesuraError('no-clip', 'There is no such clip.', 'Choose another clip.');
  return {
    ...plan,
    clips: plan.clips.filter(({ id }) => id !== waitingId),
    score: plan.score && {
      ...plan.score,
      shots: plan.score.shots.map((shot) =>
        shot.clip === waitingId ? shown(shot, waiting, came) : shot,
      ),
    },
  };
}
