import { activityOf, type Activity } from '../activity.ts';
import type { FrameFacts } from '../frame-analyser.ts';
import { stillRanges, USUAL_LIMITS } from '../still-ranges.ts';
import { breaks } from './breaks.ts';
import { fadesOf } from './fades.ts';
import { flashesOf } from './flashes.ts';
import { impacts } from './impacts.ts';
import { lulls } from './lulls.ts';
import type { Moment } from './moment.ts';
import { passings } from './passings.ts';
import { edgesOfRests } from './rests.ts';
import { signalsOf } from './signals.ts';
import { speedChanges } from './speed-changes.ts';
import { turns } from './turns.ts';
import { whips } from './whips.ts';

/** Moments nearer than this are one, in seconds. */
export const ONE_MOMENT = 0.12;
/** Strength under which nothing is proposed. */
const LEAST_STRENGTH = 0.2;
/** Seconds about a flash in which nothing else can be told: all of the picture changes. */
const BLINDED = 0.09;
/** Seconds after a burst of light in which nothing else is told: it is itself what moves. */
const AFTERGLOW = 0.7;
/** Seconds after a whip in which what is left of movement is the coder's. */
const CATCHING_UP = 0.6;

/**
 * Speeds of camera and subject that are as lively: widths, and differences of brightness, a second.
 */
const CAMERA_UNIT = 0.008;
const SUBJECT_UNIT = 0.03;

/**
 * Activity of camera and subject together, in units of what is hardly seen, the middle of each
 * three frames.
 */
function together({ camera, subject }: Activity): Float64Array {
  const sum = Float64Array.from(camera, (c, k) => c / CAMERA_UNIT + subject[k]! / SUBJECT_UNIT);
  return sum.map((x, k) => {
    const [before, after] = [sum[k - 1] ?? x, sum[k + 1] ?? x];
    return Math.max(Math.min(x, before), Math.min(Math.max(x, before), after));
  });
}

/**
 * The moments of a clip proposed from what was seen of its frames, at a rate in frames a second. In
 * order of time.
 */
export function proposedMoments(
  frames: readonly FrameFacts[],
  rate: number,
  limits = USUAL_LIMITS,
): Moment[] {
  const activity = activityOf(frames, rate);
  const all = together(activity);
  const inUnits = activity.camera.map((c) => c / CAMERA_UNIT);
  const still = stillRanges(activity, rate, limits);
  const signals = signalsOf(frames, rate);
  const strongest = (a: Moment, b: Moment) => b.strength - a.strength;
  const flashes = flashesOf(signals);
  const blinded = Math.max(2, BLINDED * rate);
  const fades = fadesOf(signals, flashes.leaps);
  const inBurst = (at: number) =>
    flashes.bursts.some((leap) => at >= leap - 1 && at < leap + AFTERGLOW * rate);
  const over = whips(signals).filter(({ at }) => !fades[at]);
  const passing = passings(signals).filter(({ at }) => !fades[at]);
  const inWhip = (at: number) =>
    over.some(({ kind, from, to }) => kind === 'whip' && at >= from && at <= to);
  // Coders make a picture better for a while after it came to rest.
  const afterWhip = (at: number) =>
    over.some(({ kind, to }) => kind === 'whip' && at >= to && at < to + CATCHING_UP * rate);
  const restsAt = (at: number) => still.some(({ from, to }) => at >= from && at < to);
  const unlit = ({ at }: Moment) => !fades[at];
  const others: Moment[] = [
    ...impacts(signals).sort(strongest),
    ...passing.filter(({ kind }) => kind === 'entry' || kind === 'exit').sort(strongest),
    ...over.sort(strongest),
    // Inside a still stretch nothing turns.
    ...turns(signals)
      .filter(({ at }) => !restsAt(at))
      .sort(strongest),
    ...speedChanges(signals)
      .filter((m) => unlit(m) && !inWhip(m.at))
      .sort(strongest),
    ...breaks(all, inUnits, rate).filter(unlit).sort(strongest),
    ...edgesOfRests(still, all, rate)
      .filter((m) => unlit(m) && !afterWhip(m.at))
      .sort(strongest),
    ...passing.filter(({ kind }) => kind === 'start' || kind === 'settle').sort(strongest),
    ...lulls(all, signals)
      .filter((m) => unlit(m) && !inWhip(m.at) && !afterWhip(m.at) && !restsAt(m.at))
      .sort(strongest),
  ].filter(
    ({ at }) => !inBurst(at) && flashes.leaps.every((leap) => Math.abs(leap - at) > blinded),
  );
  const kept: Moment[] = [];
  // Of moments that are one, the first is kept: what tells more exactly when it is.
  for (const moment of [...flashes.moments, ...others])
    if (
      moment.strength >= LEAST_STRENGTH &&
      kept.every((k) => Math.abs(k.at - moment.at) >= Math.max(3, ONE_MOMENT * rate))
    )
      kept.push(moment);
  return kept.sort((a, b) => a.at - b.at);
}
