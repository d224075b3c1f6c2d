import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { kitEffect, planWithKit } from '../../testing/plan-with-effects.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frames } from '../../time/index.ts';
import { cutAnchors, putHits } from './edit-effects.ts';
import { addPhrases } from './edit-phrases.ts';
import { nearestHeard, usualPlace } from './usual-place.ts';

const laidOut = layOutSteadily(samplePlan());
const film = filmOf(laidOut);

describe('where a phrase lies that is put on a frame', () => {
  it('is on the cut there and until the next that leaves room, for a kind that lasts', () => {
    const [first, second] = film.joins;
    expect(usualPlace(laidOut, first!.frame, { kind: 'punch-in', toCut: true })).toMatchObject({
      at: { on: 'cut', shot: first!.into.shot.id, by: 0 },
      to: { on: 'cut', shot: second!.into.shot.id, by: 0 },
    });
    // Eleven frames are no room: it goes on to the cut after.
    const near = frames(second!.frame - 11);
    expect(usualPlace(laidOut, near, { kind: 'push', toCut: true }).to).toMatchObject({
      shot: film.joins[2]!.into.shot.id,
    });
  });

  it('has no end for one that is short, or where none is asked for', () => {
    const { frame } = film.joins[0]!;
    expect(usualPlace(laidOut, frame, { kind: 'pulse', toCut: true }).to).toBeNull();
    expect(usualPlace(laidOut, frame, { kind: 'punch-in', toCut: false }).to).toBeNull();
  });

  it('is snapped to the cue or beat that is nearest', () => {
    const all = [...film.beats, ...film.cues, ...film.standing].map((cue) => cue.frame);
    for (const at of [3, 50, 77, 131]) {
      const found = nearestHeard(laidOut, frames(at));
      expect(Math.abs(found - at)).toBe(Math.min(...all.map((frame) => Math.abs(frame - at))));
    }
  });
});

describe('effects on several places at once', () => {
  it('peak on each cut and on what each phrase lands on', () => {
    const kit = planWithKit();
    const thump = kitEffect(kit, 'click').id;
    const phrased = addPhrases(
      kit,
      [30, 70].map((frame) => ({ at: { on: 'frame', frame: frames(frame) } as const })),
      { set: { kind: 'pulse' } },
    );
    const put = putHits(phrased, thump, [
      ...cutAnchors(phrased, 2, 3),
      ...phrased.phrases.map(({ id }) => ({ on: 'phrase', phrase: id, by: 0 }) as const),
    ]);
    const made = filmOf(put);
    expect(made.effects.map(({ at }) => at.frame).sort((a, b) => a - b)).toEqual(
      [30, 70, made.joins[1]!.frame, made.joins[2]!.frame].sort((a, b) => a - b),
    );
  });
});
