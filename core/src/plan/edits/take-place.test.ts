import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { planOfParts } from '../../testing/joined-plans.ts';
import { frameRate, sourceFrames } from '../../time/index.ts';
import { PlanSchema, type Clip, type Plan } from '../index.ts';
import { placeDifferences, takePlace } from './take-place.ts';

const film = frameRate(24);
const plan = planOfParts(film, [
  { length: 48, in: 24, frames: 240, rate: film },
  { length: 24, in: 0, frames: 500, rate: frameRate(50) },
]);
const [waiting, came] = plan.clips as [Clip, Clip];
const withClips = (...clips: Clip[]): Plan => ({ ...plan, clips });
const impact = (at: number) => ({ at: sourceFrames(at), kind: 'impact' as const, strength: 0.9 });

describe('a clip that came for one that waited', () => {
  it('shows the same time of it in every shot, and the other is gone', () => {
    const made = takePlace(plan, waiting.id, came.id);
    expect(made.clips.map(({ id }) => id)).toEqual([came.id]);
    // A second in: 24 frames of 24 a second are 50 of 50.
    expect(made.score!.shots[0]).toMatchObject({ clip: came.id, sourceIn: 50 });
    expect(PlanSchema.parse(made)).toEqual(made);
  });

  it('is laid by the first moment of one kind that both have', () => {
    const both = withClips(
      { ...waiting, moments: [impact(36)] },
      { ...came, moments: [impact(200)] },
    );
    const made = takePlace(both, waiting.id, came.id);
    // The impact is half a second into the shot, as it was.
    expect(filmOf(made).shots[0]!.time!.at(12)).toBe(200);
  });

  it('is told to differ in length, rate, size and moments', () => {
    expect(placeDifferences(waiting, waiting)).toEqual([]);
    const small = { width: 1280, height: 720 };
    const other = { ...waiting, rate: frameRate(12), frames: sourceFrames(60), size: small };
    expect(placeDifferences({ ...waiting, moments: [impact(3)] }, other)).toEqual([
      'It lasts 5.00 s, and 10.00 s were wanted.',
      'It has 12 fps, and 24 were wanted: what is slowed may show frames again.',
      'It is 1280 × 720, and 1920 × 1080 were wanted.',
      '1 moment that was wanted is not kept in it.',
    ]);
    expect(() => takePlace(plan, waiting.id, waiting.id)).toThrow('no such clip');
  });
});
