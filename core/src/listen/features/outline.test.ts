import { describe, expect, it } from 'vitest';
import { monoMixer } from './mono-mixer.ts';
import { OUTLINE_RATE, outlineMeter } from './outline.ts';
import { metered } from './meter.ts';
import { Tape } from '../../testing/synthesis.ts';

const outlineOf = (sound: Float32Array, sampleRate: number) =>
  metered(outlineMeter(sampleRate), sound);

const tone = (hertz: number, sampleRate = 44100): Tape => {
  const tape = new Tape(1, sampleRate);
  tape.add(0, 1, (t) => 0.5 * Math.sin(2 * Math.PI * hertz * t));
  return tape;
};

/** Mean of the peaks (0) or the low band (1) over the steady part. */
const mean = (outline: Uint8Array, band: 0 | 1): number => {
  const steady = [...outline].filter((_, i) => i % 2 === band).slice(20, 80);
  return steady.reduce((a, b) => a + b, 0) / steady.length;
};

describe('the outline', () => {
  it.each([8000, 44100, 96000])(
    'has a hundred steps a second at %i Hz, each with the peak',
    (sampleRate) => {
      const outline = outlineOf(tone(1000, sampleRate).samples, sampleRate);
      expect(outline).toHaveLength(2 * OUTLINE_RATE);
      expect(mean(outline, 0)).toBeCloseTo(127.5, -1);
    },
  );

  it('shows 60 Hz in its low band and 3 kHz not', () => {
    // Two one-pole low-passes at 150 Hz: each passes 1/√(1 + (f/150)²), so 86 % of 60 Hz and 0.25 %
    // of 3 kHz.
    const low = outlineOf(tone(60).samples, 44100);
    const high = outlineOf(tone(3000).samples, 44100);
    expect(mean(low, 1) / mean(low, 0)).toBeGreaterThan(0.75);
    expect(mean(high, 1) / mean(high, 0)).toBeLessThan(0.02);
  });

  it('clips what is over full scale, and is empty for no sound', () => {
    expect(Math.max(...outlineOf(new Float32Array(441).fill(-3), 44100))).toBe(255);
    expect(outlineOf(new Float32Array(0), 44100)).toHaveLength(0);
  });
});

describe('mixing', () => {
  it('averages the channels, leaves one as it is, and makes nothing of none', () => {
    const [left, right] = [Float32Array.of(1, 0, -1), Float32Array.of(0, 0.5, -1)];
    expect([...monoMixer()([left, right])]).toEqual([0.5, 0.25, -1]);
    expect(monoMixer()([left])).toBe(left);
    expect(monoMixer()([])).toHaveLength(0);
    expect([...left]).toEqual([1, 0, -1]);
  });
});
