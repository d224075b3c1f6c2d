import { describe, expect, it } from 'vitest';
import {
  beatPosition,
  frameLocks,
  framesOfClick,
  framesPerBeat,
  nearestClick,
  tempoOfBeat,
  type Click,
} from './beats.ts';
import { frameRate, type FrameRate } from './rate.ts';
import { divide, parseRational, rational, subtract, toNumber, toText } from './rational.ts';
// Source: film-scoring handbooks, frame click F-e = F + e/8 (convention from memory; named in the
// file).
import table from './testing/clicks.checks.json' with { type: 'json' };

interface Check {
  input: { fps: string; click?: string; bpm?: number };
  expected: {
    framesPerBeat: string;
    bpm?: string;
    bpmDecimal?: number;
    secondsAtBeat17?: string;
    click?: string;
    bpmOfThatClick?: number;
    frameErrorAfter100Beats?: number;
  };
}
const checks = table.checks as Check[];
const rateOf = (text: string): FrameRate => {
  const value = parseRational(text)!;
  return frameRate(value.num, value.den);
};
const clickOf = (text: string): Click => {
  const [whole, eighths] = text.split('-').map(Number);
  return { frames: whole!, eighths: eighths! };
};

describe('click tempi', () => {
  it.each(checks.filter((c) => c.expected.bpm))(
    '$input.click at $input.fps',
    ({ input, expected }) => {
      const rate = rateOf(input.fps);
      const beatFrames = framesOfClick(clickOf(input.click!));
      expect(toText(beatFrames)).toBe(expected.framesPerBeat);
      const tempo = tempoOfBeat(beatFrames, rate);
      expect(toText(tempo)).toBe(expected.bpm);
      expect(toNumber(tempo)).toBeCloseTo(expected.bpmDecimal!, 6);
      expect(framesPerBeat(tempo, rate)).toEqual(beatFrames);
      expect(toText(divide(beatPosition(16, tempo, rate), rate))).toBe(expected.secondsAtBeat17);
    },
  );

  it.each(checks.filter((c) => c.input.bpm))(
    'nearest click to $input.bpm at $input.fps',
    ({ input, expected }) => {
      const rate = rateOf(input.fps);
      const tempo = rational(input.bpm!);
      const click = nearestClick(tempo, rate);
      expect(`${click.frames}-${click.eighths}`).toBe(expected.click);
      expect(toText(framesPerBeat(tempo, rate))).toBe(expected.framesPerBeat);
      const ofClick = tempoOfBeat(framesOfClick(click), rate);
      expect(toNumber(ofClick)).toBeCloseTo(expected.bpmOfThatClick!, 5);
      const drift = subtract(beatPosition(100, ofClick, rate), beatPosition(100, tempo, rate));
      expect(toNumber(drift)).toBeCloseTo(expected.frameErrorAfter100Beats!, 5);
    },
  );
});

describe('frame-locked tempi', () => {
  it('finds the neighbours and the varispeed that reaches them', () => {
    // 112 BPM at 24 fps is 90/7 frames a beat: 13 frames give 1440/13 BPM, 12 give 120.
    const locks = frameLocks(rational(112), rational(24));
    expect(locks.map((l) => toText(l.tempo))).toEqual(['120', '1440/13']);
    expect(locks[0]!.varispeedPercent).toBeCloseTo(7.142857, 6);
    expect(locks[1]!.varispeedPercent).toBeCloseTo(-1.098901, 6);
  });

  it('says a locked tempo is locked, and halves when every second beat may land', () => {
    expect(frameLocks(rational(120), rational(24))).toEqual([
      { beatFrames: rational(12), tempo: rational(120), varispeedPercent: 0 },
    ]);
    expect(frameLocks(rational(120), rational(25), 2).map((l) => toText(l.beatFrames))).toEqual([
      '25/2',
    ]);
  });
});
