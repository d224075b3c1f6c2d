import type { JoinFacts } from '../joins/index.ts';
import type { Plan } from '../plan/index.ts';
import { type ShotFacts, filmOf } from '../film/index.ts';
import { fittingRate, lostEffects, type EffectFacts } from '../sound/index.ts';
import { frames, instantOfFrame, percent, plural, toNumber } from '../time/index.ts';
import type { Fault } from './fault.ts';

/** Under the music by so much an effect is not heard any more: common practice, no published source. LU. */
const MASKED = 18;
/** What counts as sticking out of a shot: less is hidden by the sound's own tail. Seconds. */
const SLACK = 0.05;

const written = (x: number) => (Math.round(x * 10) / 10).toFixed(1).replace('-', '−');

/** The shots between which an effect at a cut lies, in seconds of the film; null where it is at no cut. */
function shotsAround(
  facts: EffectFacts,
  shots: readonly ShotFacts[],
  plan: Plan,
): { from: number; to: number } | null {
  const { cut } = facts.at;
  if (cut === null || cut < 1) return null;
  const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  return { from: time(shots[cut - 1]!.start), to: time(shots[cut]!.end) };
}

/** Frames of the window of a cut. */
function windowAt(joins: readonly JoinFacts[], cut: number | null): number {
  const join = cut === null ? undefined : joins[cut - 1];
  return join ? join.before + join.after : 0;
}

function faultsOfOne(
  facts: EffectFacts,
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
): Fault[] {
  const { placement, effect, at, other, rate, starts, ends, gain, advice } = facts;
  const place = { step: 'sound', shot: null, cut: at.cut, frame: at.frame } as const;
  const name = `“${effect.name}”`;
  const found: Fault[] = [];
  if (placement.kind === 'riser' && other!.frame >= at.frame)
    found.push({
      ...place,
      code: 'riser-backwards',
      figures: { side: placement.id, over: other!.frame - at.frame },
      message: `${name} is to rise from frame ${other!.frame}, but peaks on frame ${at.frame}.`,
      mend: 'Let it begin earlier.',
    });
  if (placement.kind === 'bed') {
    const ended = [at, other!].find(({ cut }) => windowAt(joins, cut) > placement.fade);
    if (ended)
      found.push({
        ...place,
        code: 'bed-fade',
        frame: ended.frame,
        cut: ended.cut,
        figures: { side: placement.id, window: windowAt(joins, ended.cut), fade: placement.fade },
        message: `${name} fades over ${plural(placement.fade, 'frame')}, the window of cut ${ended.cut} lasts ${windowAt(joins, ended.cut)}.`,
        mend: 'Let it fade for longer than the window, so that the ear does not cut with the eye.',
      });
  }
  const lost = -starts;
  if (lost > SLACK && placement.kind !== 'bed')
    found.push({
      ...place,
      code: 'effect-early',
      figures: { side: placement.id, seconds: lost },
      message: `${name} would have to begin ${written(lost)} s before the film, to peak on frame ${at.frame}.`,
      mend: `Play it faster, or put its onset there.`,
    });
  const around = placement.kind === 'hit' ? shotsAround(facts, shots, plan) : null;
  if (around && (around.from - starts > SLACK || ends - around.to > SLACK) && lost <= SLACK) {
    const fits = fittingRate(facts, around);
    found.push({
      ...place,
      code: 'effect-long',
      figures: {
        side: placement.id,
        before: around.from - starts,
        after: ends - around.to,
        rate: fits,
      },
      message: `${name} lasts ${written(ends - starts)} s at ${percent(rate)} and sticks out of the two shots at its cut.`,
      mend: `At ${percent(fits)} it fits, ${written(12 * Math.log2(fits))} semitones from the file unless its pitch is kept.`,
    });
  }
  const { loudness, top } = effect.measure;
  if (loudness !== null && advice.music !== null && loudness + gain < advice.music - MASKED)
    found.push({
      ...place,
      code: 'effect-masked',
      figures: { side: placement.id, under: advice.music - loudness - gain },
      message: `${name} lies ${written(advice.music - loudness - gain)} LU under the music and is not heard.`,
      mend: `Turn it up to ${written(advice.gain)} dB, or fade the music.`,
    });
  if (top !== null && top + gain > 0)
    found.push({
      ...place,
      code: 'effect-clips',
      figures: { side: placement.id, over: top + gain },
      message: `${name} goes ${written(top + gain)} dB over full scale.`,
      mend: `Turn it down to ${written(Math.min(advice.gain, -top))} dB or less.`,
    });
  return found;
}

/** Effects that are nowhere in the film, those of one file together: a new layout may leave many. */
function lostFaults(plan: Plan, all: readonly EffectFacts[]): Fault[] {
  return plan.effectFiles.flatMap(({ id, name }): Fault[] => {
    const lost = lostEffects(plan, all).filter(({ effect }) => effect === id);
    if (lost.length === 0) return [];
    return [
      {
        code: 'effect-lost',
        step: 'sound',
        shot: null,
        cut: null,
        frame: null,
        figures: { side: id, count: lost.length },
        message:
          lost.length === 1
            ? `“${name}” was tied to a cut or a sound that is gone.`
            : `“${name}” was tied to ${lost.length} cuts or sounds that are gone.`,
        mend: 'Put it on another cut, or take it out.',
      },
    ];
  });
}

/** What would go wrong with the effects of a plan; those that are left out are not looked at. */
export function effectFaults(
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
): Fault[] {
  const all = filmOf(plan).effects;
  return [
    ...lostFaults(plan, all),
    ...all
      .filter(({ placement }) => !placement.off)
      .flatMap((facts) => faultsOfOne(facts, plan, shots, joins)),
  ].map((fault) =>
    fault.frame !== null && fault.frame < 0 ? { ...fault, frame: frames(0) } : fault,
  );
}
