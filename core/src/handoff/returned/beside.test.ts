import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frameRate, frames, samples, toNumber } from '../../time/index.ts';
import type { Plan } from '../../plan/index.ts';
import { writeEdl } from '../edl/write-edl.ts';
import { timelineOtio } from '../otio/write-otio.ts';
import { musicPlaceOf, planBeside } from './beside.ts';
import { matchedMedia } from './match-clips.ts';
import { planOfFilm } from './plan-of-film.ts';
import { readFilm } from './read-film.ts';
import { soundsOffPlace } from './sound-sync.ts';

/** The sample with its music from two bars in, on frame 12. */
function placed(): Plan {
  const plan = layOutSteadily(samplePlan());
  const music = plan.music!;
  const region = { in: samples(206_000), out: music.region.out };
  return { ...plan, music: { ...music, region, place: frames(12) } };
}

describe('a film beside an open plan', () => {
  it('has its music from where of its file and on which frame the film has it', () => {
    const plan = placed();
    // The open plan plays the music from its start; the film that comes back does not.
    const open = layOutSteadily(samplePlan());
    for (const text of [timelineOtio.write(plan), writeEdl(plan)]) {
      const { film } = readFilm(text, { clips: open.clips, prefer: open.rate });
      const base = planBeside(film, open);
      expect(base.music!.place).toBe(12);
      // A list counts sounds in frames.
      expect(Math.abs(base.music!.region.in - 206_000)).toBeLessThanOrEqual(1001);
      const made = planOfFilm(film, matchedMedia(film, open.clips), base).plan;
      const frame = (of: Plan) => filmOf(of).beats.map(({ at }) => Math.round(toNumber(at) * 24));
      const [is, was] = [frame(made), frame(plan)];
      is.forEach((n, i) => expect(Math.abs(n - was[i]!)).toBeLessThanOrEqual(1));
    }
  });

  it('keeps the music to the sample where the film has it as the open plan does', () => {
    const plan = placed();
    const { film } = readFilm(writeEdl(plan), { clips: plan.clips });
    expect(planBeside(film, plan).music).toEqual(plan.music);
  });

  it('is at the rate of the film, and empty without an open plan', () => {
    const plan = layOutSteadily(samplePlan());
    const film = { ...readFilm(timelineOtio.write(plan), { clips: [] }).film, rate: frameRate(25) };
    expect(planBeside(film, plan).rate).toEqual(frameRate(25));
    const alone = planBeside(film, null);
    expect([alone.clips, alone.music, alone.rate]).toEqual([[], null, frameRate(25)]);
    expect(musicPlaceOf(film, null)).toMatchObject({
      ...{ name: 'teaser.wav', at: 0, from: 0.5, more: 0 },
    });
  });
});

describe('a sound that slipped against its picture', () => {
  it('is told by how many frames, and one that is in its place is not', () => {
    const list = (from: string) => `TITLE: Slip
001  A  V  C  01:00:10:00 01:00:14:00 01:00:00:00 01:00:04:00
002  A  A  C  ${from} 01:00:14:00 01:00:00:00 01:00:04:00
M2 A 024.0 ${from}`;
    const told = (from: string) =>
      soundsOffPlace(readFilm(list(from), { clips: [], rate: frameRate(24) }).film);
    expect(told('01:00:10:00')).toEqual([]);
    // It plays what was seen two frames before.
    expect(told('01:00:09:22').map(({ words }) => words)).toEqual([
      'Its sound is 2 frames late against its picture (line 2).',
    ]);
    expect(told('01:00:10:01').map(({ words }) => words)).toEqual([
      'Its sound is 1 frame early against its picture (line 2).',
    ]);
    // Another part of the take is no slip.
    expect(told('01:00:00:00')).toEqual([]);
  });
});
