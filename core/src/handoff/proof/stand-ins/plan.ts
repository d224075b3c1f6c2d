import { ratio } from './ratio.ts';
import type { Key } from './ramped.ts';
import type { Facts, Received } from './received.ts';
import { receiveShots, type SaidShot } from './shots.ts';

interface Fraction {
  readonly num: number;
  readonly den: number;
}
interface RampKey {
  readonly from: 'start' | 'end';
  readonly at: number;
  readonly speed: Fraction;
  readonly ease: string;
}
interface WrittenShot {
  readonly start: number;
  readonly clip: string | null;
  readonly sourceIn: number;
  readonly speed?: Fraction;
  readonly ramp?: readonly RampKey[];
  readonly rampOf?: string;
}
interface WrittenPlan {
  readonly start: number;
  readonly clips: readonly { readonly id: string; readonly name: string }[];
  readonly ramps?: readonly { readonly id: string; readonly keys: readonly RampKey[] }[];
  readonly score: { readonly shots: readonly WrittenShot[]; readonly length: number } | null;
}

/**
 * What the plain plan says is shown; where pictures overlap, that of the shot alone. Throws when
 * it is no JSON of a plan.
 */
export function receivePlan(text: string, facts: Facts): Received {
  const plan = JSON.parse(text) as WrittenPlan;
  const { shots, length } = plan.score ?? { shots: [], length: 0 };
  const said = shots.map((shot, i): SaidShot => {
    const to = shots[i + 1]?.start ?? length;
    const ramp = shot.ramp ?? plan.ramps?.find(({ id }) => id === shot.rampOf)?.keys;
    const keys = ramp?.map(({ from, at, speed, ease }): Key => ({
      at: from === 'start' ? at : to - shot.start + at,
      ...{ speed: speed.num / speed.den, ease },
    }));
    const clip = plan.clips.find(({ id }) => id === shot.clip);
    return {
      ...{ from: shot.start, to, sourceIn: shot.sourceIn, blend: null },
      ...{ clips: clip ? [clip.id] : null, name: clip?.name ?? '' },
      speed: keys ?? ratio(shot.speed?.num ?? 1, shot.speed?.den ?? 1),
    };
  });
  return receiveShots(said, facts, { start: plan.start, unread: [] });
}
