import { parseEasing } from '../curves/index.ts';
import type { Parameter, Span } from '../plan/index.ts';
import type { GivenFrames } from '../time/index.ts';
import type { Tracks, ValueKey } from './tracks.ts';

/**
 * A section of a motion in frames: the frame of its end that is next to the peak, which way its
 * frames go from there, and how many steps its far end is away.
 */
export interface Section {
  readonly near: number;
  readonly step: 1 | -1;
  readonly reach: number;
}

/** Where a key lies in its motion, whatever its sections are called. */
export type Place<Name extends string = string> =
  | {
      readonly by: 'part';
      readonly of: Name;
      readonly part: { readonly num: number; readonly den: number };
    }
  | {
      readonly by: 'length';
      readonly of: Name;
      readonly from: 'near' | 'far';
      readonly length: Span;
    };

/** Frames from the end of a section that is next to the peak at which a place lies in it. */
function stepsTo(place: Place, { reach }: Section, lengthOf: (span: Span) => number): number {
  if (place.by === 'part') return Math.round((place.part.num * reach) / place.part.den);
  const length = lengthOf(place.length);
  return place.from === 'near' ? length : reach - length;
}

/** The frame on which a place lies. `lengthOf` gives a span in frames of the film. */
export const frameOfPlace = <Name extends string>(
  place: Place<Name>,
  sections: Readonly<Record<Name, Section>>,
  lengthOf: (span: Span) => number,
): number => {
  const section = sections[place.of];
  return section.near + section.step * stepsTo(place, section, lengthOf);
};

/** The place by part that lies on a frame of a section, whatever it is resized to. */
export function partOn<Name extends string>(
  of: Name,
  { near, step, reach }: Section,
  at: GivenFrames,
): Place<Name> & { readonly by: 'part' } {
  const steps = Math.min(reach, Math.max(0, (at - near) * step));
  return { by: 'part', of, part: { num: steps, den: Math.max(1, reach) } };
}

/** A key that a person set, whatever the sections of its motion are called. */
interface SetKey<Name extends string> {
  readonly of: Parameter;
  readonly at: Place<Name>;
  readonly value: number;
  readonly ease: string;
}

/** A key on its frame, with the one that the person set. */
export interface FramedKey<Key> extends ValueKey {
  readonly key: Key;
}

/**
 * Which of the keys on one frame stays, the least first: one at the peak, then one at the far end,
 * where the motion is to be at rest, then the one that is nearer to the peak.
 */
const rankOf = (far: number): number => (far === 0 ? -2 : far === 1 ? -1 : far);

/**
 * The keys of a motion on the frames on which they lie, by parameter. Of those that fall on one
 * frame, where a section has become short, one stays: neither its peak nor its rest is lost.
 */
export function framedKeys<Name extends string, Key extends SetKey<Name>>(
  keys: readonly Key[],
  sections: Readonly<Record<Name, Section>>,
  lengthOf: (span: Span) => number,
): Partial<Record<Parameter, readonly FramedKey<Key>[]>> {
  const byParameter = new Map<Parameter, Map<number, FramedKey<Key> & { far: number }>>();
  for (const key of keys) {
    const at = frameOfPlace(key.at, sections, lengthOf);
    // Counted where it was set, so that of two on one frame the order is known.
    const far =
      key.at.by === 'part'
        ? key.at.part.num / key.at.part.den
        : Math.abs(at - sections[key.at.of].near) / Math.max(1, sections[key.at.of].reach);
    const track = byParameter.get(key.of) ?? new Map<number, FramedKey<Key> & { far: number }>();
    byParameter.set(key.of, track);
    const there = track.get(at);
    if (!there || rankOf(far) < rankOf(there.far))
      track.set(at, { at, value: key.value, ease: parseEasing(key.ease), key, far });
  }
  return Object.fromEntries(
    [...byParameter].map(([of, track]) => [of, [...track.values()].sort((a, b) => a.at - b.at)]),
  );
}

/** The same as tracks. */
export const tracksOf = <Key>(
  keys: Partial<Record<Parameter, readonly FramedKey<Key>[]>>,
): Tracks => keys;
