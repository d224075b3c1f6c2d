import { describe, expect, it } from 'vitest';
import { correlation, judged, type JudgedFilm } from './judge.ts';
import { madeSong } from './song.ts';

/** A film of 8 s at 24 fps over beats of half a second, of one clip at 24 fps with two events. */
const film: JudgedFilm = {
  ...{ rate: 24, target: 192, from: 0, pace: 2 },
  song: {
    beats: Array.from({ length: 33 }, (_, i) => i / 2),
    downbeats: Array.from({ length: 9 }, (_, i) => 2 * i),
    drop: 4,
    rise: { start: 0, peak: 4 },
    sections: [0, 4],
  },
  clips: [
    {
      ...{ file: 'a', rate: [24, 1], size: [640, 360], frames: 400, still: [[300, 400]] },
      events: [
        { at: 36, kind: 'impact', strength: 1 },
        { at: 110, kind: 'flash', strength: 0.9 },
      ],
    },
  ],
  shots: [
    [0, 48, 12],
    [48, 72, 200],
    [72, 144, 86],
    [144, 192, 352],
  ].map(([start, end, sourceIn]) => ({
    ...{ start: start!, end: end!, sourceIn: sourceIn!, clip: 'a', stride: 1 },
    sourceOut: sourceIn! + end! - start!,
  })),
};

describe('what is judged of a first cut', () => {
  it('is all right where cuts are on beats, events land, and nothing is shown twice', () => {
    const figures = judged(film);
    expect(figures).toMatchObject({ onBeat: 1, repeated: 0, onDrop: 1, landed: 1, exact: 1 });
    // The last 48 frames are of a stretch that is still.
    expect(figures.still).toBeCloseTo(48 / 192, 9);
  });

  it('counts what is wrong: a cut between beats, frames shown twice, an event that is late', () => {
    const shots = film.shots.map((shot, i) => {
      if (i === 0) return { ...shot, end: 53, sourceOut: 65 };
      if (i === 1) return { ...shot, start: 53, sourceIn: 41, sourceOut: 60 };
      return i === 2 ? { ...shot, sourceIn: 80, sourceOut: 152 } : shot;
    });
    const figures = judged({ ...film, shots });
    expect(figures.onBeat).toBeCloseTo(2 / 3, 9);
    expect(figures.repeated).toBeCloseTo(19 / 192, 9);
    // The flash is seen on frame 102, the drop is on 96; the strike lands still.
    expect(figures).toMatchObject({ onDrop: 0, landed: 1 / 2, exact: 1 });
    const gap = shots.map((shot, i) => (i === 2 ? { ...shot, start: 73 } : shot));
    expect(judged({ ...film, shots: gap }).exact).toBe(0);
  });

  it('asks for short shots up to the peak of the build, and not of the shot that lands on the drop', () => {
    // Lengths in beats: a build to half a beat before the drop, on the eighth, and the pace.
    const beats = [2, 1.5, 1, 1, 0.5, 0.5, 0.5, 0.5, 2, 2, 2, 2.5];
    const built = (lengths: readonly number[]): JudgedFilm => {
      const ends = lengths.map((_, i) => 12 * lengths.slice(0, i + 1).reduce((a, b) => a + b, 0));
      const shots = ends.map((end, i) => {
        const start = ends[i - 1] ?? 0;
        return { start, end, clip: 'a', stride: 1, sourceIn: 0, sourceOut: end - start };
      });
      return { ...film, shots };
    };
    expect(judged(built(beats)).arc).toBeGreaterThan(0.9);
    const longer = beats.map((b, i) => (i === 6 ? 2 : i === 0 ? 0.5 : b));
    expect(judged(built(longer)).arc).toBeLessThan(0.6);
  });

  it('correlates as by hand (Pearson): 1, −1, and 0.5 for 1 2 3 against 1 3 2', () => {
    expect(correlation([1, 2, 3], [2, 4, 6])).toBeCloseTo(1, 12);
    expect(correlation([1, 2, 3], [3, 2, 1])).toBeCloseTo(-1, 12);
    expect(correlation([1, 2, 3], [1, 3, 2])).toBeCloseTo(0.5, 12);
  });
});

it('a made song is the same for the same seed, and silent before a drop only where it says so', () => {
  const [one, other] = [madeSong(7), madeSong(7)];
  expect(one.drop).toBe(other.drop);
  expect(one.samples.slice(40_000, 41_000)).toEqual(other.samples.slice(40_000, 41_000));
  expect(one.rise.peak).toBeLessThanOrEqual(one.drop);
  expect(one.downbeats).toContain(one.drop);
});
