import { rampedFrames, type Key } from './ramped.ts';
import { asNumber, down, over, ratio, times, up, type Ratio } from './ratio.ts';
import {
  heldIn,
  placedAt,
  type Facts,
  type Received,
  type ShownPicture,
  type Unread,
} from './received.ts';

/** A shot as a file says it. */
export interface SaidShot {
  readonly from: number;
  readonly to: number;
  /** Clips that it may show; null where it shows none. */
  readonly clips: readonly string[] | null;
  readonly name: string;
  readonly sourceIn: number;
  /** A constant speed, keys, or null where the file says only where it begins. */
  readonly speed: Ratio | readonly Key[] | null;
  /** Frames before its start and after it on which the picture before it is shown too. */
  readonly blend: { readonly before: number; readonly after: number } | null;
}

/** Over which frames both pictures are shown, of a join in words; null where they are not. */
export function blendOf(words: string): SaidShot['blend'] {
  const found = /(\d+) \+ (\d+) overlapping(?: (\d+) \+ (\d+))?$/.exec(words);
  return found && { before: Number(found[3] ?? found[1]), after: Number(found[4] ?? found[2]) };
}

const isConstant = (speed: Ratio | readonly Key[]): speed is Ratio => !Array.isArray(speed);

/** Whether keys are there and are numbers. */
const isSpeed = (speed: Ratio | readonly Key[]): boolean =>
  isConstant(speed) ||
  (speed.length > 0 && speed.every((key) => Number.isFinite(key.at) && Number.isFinite(key.speed)));

/** Whether all that a shot counts are whole numbers. */
const isWhole = ({ from, to, sourceIn, blend }: SaidShot): boolean =>
  [from, to, sourceIn, blend?.before ?? 0, blend?.after ?? 0].every(Number.isSafeInteger);

/** What would be shown by a file that lists shots one after the other. */
export function receiveShots(
  said: readonly SaidShot[],
  facts: Facts,
  { start, unread: others }: { readonly start: number | null; readonly unread: readonly Unread[] },
): Received {
  const shots = said.filter(isWhole);
  const unread = said.flatMap((shot, i): Unread[] =>
    isWhole(shot) ? [] : [{ where: `shot ${i + 1}`, words: 'It does not count in whole frames.' }],
  );
  const ramped = new Map<SaidShot, (frame: number) => number>();
  const film = ratio(facts.num, facts.den);
  const picture = (shot: SaidShot | undefined, n: number): ShownPicture[] => {
    if (!shot?.clips) return [];
    const { clips, name, speed, sourceIn } = shot;
    const since = n - shot.from;
    const clip = facts.clips.find(({ id }) => id === clips[0]);
    const stride = over(clip ? ratio(clip.num, clip.den) : film, film);
    const shown = (source: number) => [{ clips, name, since, source: heldIn(clip, source) }];
    if (speed === null || !isSpeed(speed)) return since === 0 ? shown(sourceIn) : [];
    if (isConstant(speed)) {
      const gone = times(times(speed, stride), ratio(since));
      return shown(sourceIn + (speed.n < 0n ? up(gone) : down(gone)));
    }
    const at = ramped.get(shot) ?? rampedFrames(speed, { sourceIn, stride: asNumber(stride) });
    ramped.set(shot, at);
    return shown(at(since));
  };
  const at = placedAt(shots);
  return {
    frames: shots.reduce((most, { to }) => Math.max(most, to), 0),
    ...{ start, sounds: null, unread: [...others, ...unread] },
    pictures: (n) =>
      at(n).flatMap((shot) => {
        const i = shots.indexOf(shot);
        const next = shots[i + 1];
        const inWindow = shot.blend !== null && n < shot.from + shot.blend.after;
        const going = inWindow ? shots[i - 1] : undefined;
        // Of two windows on one frame the earlier one is seen.
        const coming =
          !inWindow && next?.blend && n >= next.from - next.blend.before ? next : undefined;
        return [...picture(going, n), ...picture(shot, n), ...picture(coming, n)];
      }),
  };
}
