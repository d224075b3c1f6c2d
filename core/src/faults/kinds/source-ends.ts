import type { ShotFacts } from '../../film/index.ts';
import { frames, plural, rateLabel } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { shotName } from '../shot-name.ts';
import { sourceTries } from '../source-tries.ts';

/**
 * After how many frames of a shot its file has no more, and how many source frames are missing;
 * null when it lasts.
 */
export function runsOut({ time, used, clip, length }: ShotFacts): {
  readonly after: number;
  readonly missing: number;
} | null {
  if (!time || !used || !clip) return null;
  const missing = Math.max(used.highest - clip.frames + 1, -used.lowest);
  if (missing <= 0) return null;
  let after = 0;
  while (after < length && time.at(after) >= 0 && time.at(after) < clip.frames) after++;
  return { after, missing };
}

/** A shot shows frames that its file does not have. */
export const sourceEnds = faultKind({
  code: 'source-ends',
  name: 'Source runs out',
  area: 'layout',
  find: perShot((facts, film) => {
    const { clip, index, start } = facts;
    const ends = runsOut(facts);
    if (!clip || !ends) return [];
    const { after, missing } = ends;
    const when = after > 0 ? `after ${plural(after, 'frame')}` : 'at once';
    return [
      {
        shot: index,
        cut: null,
        frame: frames(start + after),
        figures: { missing, runsOutAfter: after },
        message: `${shotName(film, facts)} runs out of “${clip.name}” ${when}: ${plural(missing, 'source frame')} short at ${rateLabel(clip.rate)} fps.`,
        mend: 'Shorten the shot, choose another clip, slip the source, or slow it.',
      },
    ];
  }),
  mends: (film, { shot }) =>
    sourceTries(film, shot!, { in: 0, out: film.shots[shot!]!.clip!.frames }),
});
