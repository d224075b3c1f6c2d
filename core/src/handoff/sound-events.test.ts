import { expect, it } from 'vitest';
import { instantAfter, partsOf } from '../plan/index.ts';
import { setEnding } from '../plan/edits/edit-sounds.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames, samples, toNumber } from '../time/index.ts';
import { soundEvents } from './sound-events.ts';

/**
 * 48 kHz; the used parts are 1 s to 11.01 s, then 5.5 s to 9.5 s, then 20 s to 21.25 s with a fade
 * of half a second.
 */
function spliced() {
  const plan = samplePlan();
  const second = (t: number) => samples(Math.round(48000 * t));
  return setEnding(plan, plan.music!.id, {
    region: { in: second(1), out: second(21.25) },
    splices: [
      { leave: second(11.01), enter: second(5.5) },
      { leave: second(9.5), enter: second(20) },
    ],
    fade: second(0.5),
  }).music!;
}

it('puts each part on the nearest frame and keeps its beats where they are in the film', () => {
  for (const rate of [frameRate(24), frameRate(30000, 1001)]) {
    const music = { ...spliced(), place: frames(10) };
    const events = soundEvents(music, rate, frames(100_000));
    expect(events).toHaveLength(3);
    events.forEach((event, i) => {
      const part = partsOf(music)[i]!;
      const film = toNumber(instantAfter(music, part.before, rate));
      expect(Math.abs(event.start / toNumber(rate) - film)).toBeLessThanOrEqual(
        0.5 / toNumber(rate) + 1e-9,
      );
      expect(event.end).toBe(events[i + 1]?.start ?? event.end);
      // What is heard at the frame is what the film has there, to the sample.
      const heard = part.from + (event.start / toNumber(rate) - film) * 48000;
      expect(Math.abs(event.from - heard)).toBeLessThanOrEqual(1);
    });
    expect(events.map((e) => e.fade > 0)).toEqual([false, false, true]);
  }
});

it('ends with the film, over whose end it fades as it is heard', () => {
  const events = soundEvents(spliced(), frameRate(24), frames(300));
  expect(events.map((e) => [e.start, e.end, e.fade])).toEqual([
    [0, 240, 0],
    [240, 300, 12],
  ]);
  expect(soundEvents({ ...spliced(), place: frames(300) }, frameRate(24), frames(300))).toEqual([]);
});
