import { landingOf, filmOf } from '../../film/index.ts';
import {
  CaesuraError,
  canDropFrames,
  formatTimecode,
  frameRate,
  frames,
  framesPerDay,
  keepTime,
  parseTimecode,
  rateLabel,
  sameRate,
  type FrameRate,
  type Frames,
} from '../../time/index.ts';
import type { Plan, Size, Wishes } from '../index.ts';

/** Parts of the brief that can be changed on their own. */
export type BriefChange = Partial<
  Pick<Plan, 'name' | 'client' | 'target' | 'start' | 'lead' | 'pace' | 'dropFrame'>
> & { size?: Size };

/** Throws unless a length fits: at least a frame, and start plus length within a day of timecode. */
export function checkLength(
  plan: Pick<Plan, 'rate' | 'dropFrame' | 'start'>,
  target: number,
): void {
  if (!Number.isSafeInteger(target) || target < 1)
    throw new CaesuraError(
      'bad-target',
      'The target length must be at least 1 frame.',
      'Give a length such as 45s, 1:30 or 00:00:45:00.',
    );
  const day = framesPerDay(plan.rate, plan.dropFrame);
  if (plan.start + target > day)
    throw new CaesuraError(
      'bad-target',
      `A film of ${target} frames from ${formatTimecode(plan.start, plan.rate, plan.dropFrame)} would run past 24 hours of timecode.`,
      `The longest from there is ${day - plan.start} frames.`,
    );
}

/**
 * Changes the brief. The score stays as it is, so a new target shows as frames over or under until laid out again.
 * Throws when the target is no frame or runs past a day, or drop-frame is asked for at a rate that has none.
 */
export function changeBrief(plan: Plan, change: BriefChange): Plan {
  const next = { ...plan, ...change };
  if (next.dropFrame && !canDropFrames(next.rate))
    throw new CaesuraError(
      'no-drop-frame',
      `There is no drop-frame timecode at ${rateLabel(next.rate)} fps.`,
      'Turn drop-frame off.',
    );
  if (change.dropFrame !== undefined && change.dropFrame !== plan.dropFrame)
    next.start = relabelled(plan, next.rate, next.dropFrame);
  checkLength(next, next.target);
  return next;
}

/** The start timecode's label counted at another rate; frames past the new rate's second are cut to its last. */
function relabelled(plan: Plan, rate: FrameRate, dropFrame: boolean): Plan['start'] {
  const [hours, minutes, seconds, ff] = formatTimecode(plan.start, plan.rate, plan.dropFrame).split(
    /[:;]/,
  );
  const label = `${hours}:${minutes}:${seconds}:${ff}`;
  for (const candidate of [
    label,
    `${hours}:${minutes}:${seconds}:00`,
    `${hours}:${minutes}:${seconds}:04`,
  ])
    try {
      return parseTimecode(candidate, rate, dropFrame);
    } catch {
      continue;
    }
  return plan.start;
}

/** Wishes with every length and frame of the film moved. */
function wishesAt(wishes: Wishes, move: (n: number) => Frames): Wishes {
  const least = (n: number) => frames(Math.max(1, move(n)));
  const { pacing, shortest, longest } = wishes;
  return {
    ...wishes,
    pacing:
      pacing.kind === 'drawn'
        ? {
            ...pacing,
            points: pacing.points.map((p) => ({ frame: move(p.frame), length: least(p.length) })),
          }
        : pacing,
    bursts: wishes.bursts.map((run) => ({ ...run, end: least(run.end), each: least(run.each) })),
    shortest: shortest === null ? null : least(shortest),
    longest: longest === null ? null : least(longest),
    handles: move(wishes.handles),
    pins: wishes.pins.map((pin) => ({ ...pin, frame: least(pin.frame) })),
  };
}

/**
 * Changes the plan's rate and keeps the time: lengths and free cuts go to the nearest boundary, cuts on a cue are
 * rounded anew from the cue's true time. Source ranges stay.
 * Throws when two cuts would fall on one frame.
 */
export function changeRate(plan: Plan, wanted: FrameRate): Plan {
  const rate = frameRate(wanted.num, wanted.den);
  if (sameRate(rate, plan.rate)) return plan;
  const dropFrame = plan.dropFrame && canDropFrames(rate);
  const move = (n: number) => frames(keepTime(n, plan.rate, rate));
  const next: Plan = {
    ...plan,
    rate,
    dropFrame,
    target: frames(Math.max(1, move(plan.target))),
    start: relabelled(plan, rate, dropFrame),
    lead: move(plan.lead),
    music: plan.music && { ...plan.music, place: move(plan.music.place) },
    sounds: plan.sounds.map((sound) => ({ ...sound, place: move(sound.place) })),
    wishes: wishesAt(plan.wishes, move),
  };
  checkLength(next, next.target);
  if (!plan.score) return next;
  const before = filmOf(plan).cues;
  const after = new Map(filmOf({ ...next }).cues.map((c) => [`${c.at.num}/${c.at.den}`, c.frame]));
  const shots = plan.score.shots.map((shot, i) => {
    const landing = i > 0 ? landingOf(shot.start, before, plan) : null;
    const onCue = landing?.onCue
      ? after.get(`${landing.cue.at.num}/${landing.cue.at.den}`)
      : undefined;
    return { ...shot, start: i === 0 ? shot.start : (onCue ?? move(shot.start)) };
  });
  const length = frames(Math.max(1, move(plan.score.length)));
  const clash = shots.findIndex((s, i) => s.start >= (shots[i + 1]?.start ?? length));
  if (clash >= 0)
    throw new CaesuraError(
      'cuts-collide',
      `At ${rateLabel(rate)} fps shot ${clash + 1} would have no frame left.`,
      'Remove or move one of its cuts first, or lay out again at a slower pace.',
    );
  return { ...next, score: { shots, length } };
}
