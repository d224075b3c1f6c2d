import { describe, expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { setEnding, setMusic } from '../plan/edits/edit-sounds.ts';
import { newPlan, type Plan } from '../plan/index.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { frames, samples } from '../time/index.ts';
import { dropsLeftOut, musicWindows } from './windows.ts';

const RATE = 48000;
const heard = (second: number, strength = 1) => ({
  at: samples(RATE * second),
  strength,
  confidence: 1,
});

/**
 * A film of so many seconds at 24 fps over 96 s at 120 BPM, bars of 2 s, with sections every 16 s.
 */
function film(
  seconds: number,
  drops: readonly { at: ReturnType<typeof samples>; strength: number; confidence: number }[],
): Plan {
  const found = {
    ...NOTHING_FOUND,
    drops,
    rises: [{ start: samples(RATE * 48), peak: samples(RATE * 64), strength: 1, confidence: 1 }],
    sections: [16, 32, 48, 64, 80].map((s) => heard(s)),
  };
  const analysis = exactAnalysis(120, 192, { first: 0 });
  return setMusic(
    { ...newPlan('Windows'), target: frames(24 * seconds) },
    { media: 'a'.repeat(64), fileName: 'song.wav', outline: null, analysis, found },
  );
}

describe('parts of music for a shorter film', () => {
  it('begin on a bar line and hold the drop at about three fifths, with its rise whole', () => {
    const plan = film(32, [heard(64)]);
    const [best, ...others] = musicWindows(plan, plan.music!);
    // 48 s would be at one half of the film with the rise whole, and begins and ends with a
    // section.
    expect(best).toMatchObject({ from: 25, to: 40, drop: { bar: 33, part: 0.5 }, wholeRise: true });
    expect(best).toMatchObject({
      ringsOn: 0,
      fade: 0,
      without: [],
      withSection: { begins: true, ends: true },
    });
    expect(best!.region).toEqual({ in: RATE * 48, out: RATE * 80 });
    for (const { region } of [best!, ...others]) {
      expect(region.in % (2 * RATE)).toBe(0);
      expect(region.out - region.in).toBe(32 * RATE);
    }
    const starts = [best!, ...others].map(({ from }) => from);
    starts.forEach((a, i) =>
      starts.slice(0, i).forEach((b) => expect(Math.abs(a - b)).toBeGreaterThanOrEqual(4)),
    );
  });

  it('have their last bar whole and fade over what is left until the film ends', () => {
    const plan = film(33, [heard(64)]);
    for (const { region, to, fade, ringsOn } of musicWindows(plan, plan.music!)) {
      expect(region.out - region.in).toBe(33 * RATE);
      // Bars of two seconds: half of one is left.
      expect([fade, ringsOn]).toEqual([RATE, 24]);
      expect(2 * RATE * to).toBe(region.out - RATE);
    }
  });

  it('hold the stronger of two drops that do not both fit, and say which is left out', () => {
    const plan = film(24, [heard(20, 0.5), heard(70)]);
    const [best] = musicWindows(plan, plan.music!);
    expect(best!.drop!.bar).toBe(36);
    expect(best!.without).toEqual([11]);
    const used = setEnding(plan, plan.music!.id, best!);
    expect(dropsLeftOut(used, used.music!)).toEqual([11]);
  });

  it('are none where the film is as long as the music; a film from its start leaves the drop out', () => {
    const long = film(96, [heard(64)]);
    expect(musicWindows(long, long.music!)).toEqual([]);
    expect(dropsLeftOut(long, long.music!)).toEqual([]);
    const short = film(30, [heard(64)]);
    expect(dropsLeftOut(short, short.music!)).toEqual([33]);
  });
});
