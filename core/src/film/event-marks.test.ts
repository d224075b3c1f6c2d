import { expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { proposals } from '../layout/index.ts';
import { addClips } from '../plan/edits/edit-clips.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';
import { withShots } from '../plan/edits/with-shots.ts';
import { newPlan, type Plan } from '../plan/index.ts';
import { exactAnalysis, sampleClip } from '../testing/sample-plan.ts';
import { finished, frameRate, frames, rational, samples, sourceFrames } from '../time/index.ts';
import { filmOf } from './film.ts';

/** 120 BPM at 24 fps: a beat on every twelfth frame. */
const beats = (): Plan =>
  setMusic(
    { ...newPlan('Marks'), target: frames(96) },
    {
      media: 'a'.repeat(64),
      fileName: 'song.wav',
      outline: null,
      analysis: exactAnalysis(120, 24),
      found: {
        ...NOTHING_FOUND,
        drops: [{ at: samples(48_000), strength: 1, confidence: 1 }],
        sections: [{ at: samples(96_000), strength: 1, confidence: 1 }],
      },
    },
  );

const withMoments = (plan: Plan, rate: number, at: readonly number[]): Plan =>
  addClips(plan, [
    {
      ...sampleClip('c', 'Press', frameRate(rate), 400),
      moments: at.map((m) => ({ at: sourceFrames(m), kind: 'impact' as const, strength: 0.9 })),
    },
  ]);

it('tells what becomes of each moment that is shown, worked out by hand', () => {
  // At 48 fps every frame of the film is two of the clip. The first shot shows 100 to 146, the
  // second 200 to 246.
  const plan = withShots(
    withMoments(beats(), 48, [99, 100, 104, 124, 130, 142, 200, 225, 300]),
    [
      { start: frames(0), clip: 'c', sourceIn: sourceFrames(100) },
      { start: frames(24), clip: 'c', sourceIn: sourceFrames(200) },
    ],
    { from: frames(0), to: frames(48) },
  );
  const { events } = filmOf({
    ...plan,
    target: frames(48),
    score: { ...plan.score!, length: frames(48) },
  });
  expect(events.map(({ shot, moment, frame, state }) => [shot, moment, frame, state])).toEqual([
    [0, 100, 0, 'begins'],
    // Two frames after the start of the shot there is not enough before it.
    [0, 104, 2, 'lost'],
    // Twelve frames in, on the beat.
    [0, 124, 12, 'lands'],
    [0, 130, 15, 'beside'],
    // Three frames of the shot are left after frame 21 is not enough: two are.
    [0, 142, 21, 'lost'],
    [1, 200, 24, 'begins'],
    // Source frame 225 is passed over: 226 is seen on frame 37, one after the beat.
    [1, 225, 37, 'beside'],
  ]);
});

it('shows nothing of a clip that stands before its moment, and finds moments that are passed backwards', () => {
  const of = (ramp: Plan['score']) => filmOf({ ...withMoments(beats(), 24, [50]), score: ramp });
  const shot = { id: 's', start: frames(0), clip: 'c', sourceIn: sourceFrames(60) };
  const key = (speed: number) => ({
    ...{ from: 'start' as const, at: frames(0), ease: 'linear' },
    speed: { num: rational(speed).num, den: rational(speed).den },
  });
  const backwards = of({ length: frames(96), shots: [{ ...shot, ramp: [key(-1)] }] });
  expect(backwards.events.map(({ frame, state }) => [frame, state])).toEqual([[10, 'beside']]);
  expect(of({ length: frames(96), shots: [shot] }).events).toEqual([]);
});

it('agrees with the search for layouts on what lands and what a shot begins with', () => {
  const clips = [3, 4, 5].map((n) => ({
    ...sampleClip(`c${n}`, `Clip ${n}`, frameRate([24, 25, 50][n - 3]!), 300),
    moments: [70 + 3 * n, 150 + 5 * n].map((at) => ({
      at: sourceFrames(at),
      kind: 'impact' as const,
      strength: 0.8,
    })),
  }));
  const found = finished(proposals(addClips({ ...beats(), target: frames(240) }, clips)));
  expect(found.length).toBeGreaterThan(0);
  let landed = 0;
  for (const { plan, found: layout } of found)
    layout.shots.forEach((shot, i) => {
      const here = filmOf(plan).events.filter((event) => event.shot === i);
      if (shot.landed) {
        landed++;
        expect(here).toContainEqual(
          expect.objectContaining({ ...shot.landed, state: 'lands' }) as unknown,
        );
      }
      if (shot.begins !== null)
        expect(here).toContainEqual(
          expect.objectContaining({ moment: shot.begins, state: 'begins' }) as unknown,
        );
    });
  expect(landed).toBeGreaterThan(0);
});

it('keeps sections and drops in sight when their cues are switched off', () => {
  // A second and two seconds of the file, of which the part used begins half a second in.
  const plan = beats();
  const off = { on: false, least: 0 };
  const quiet = { ...plan, music: { ...plan.music!, switches: { drop: off, section: off } } };
  expect(filmOf(quiet).cues.some(({ kind }) => kind === 'drop')).toBe(false);
  expect(filmOf(quiet).standing.map(({ kind, frame }) => [kind, frame])).toEqual([
    ['drop', 12],
    ['section', 36],
  ]);
});
