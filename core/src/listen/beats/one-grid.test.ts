import { describe, expect, it } from 'vitest';
import { analyseSound } from '../index.ts';
import { Tape } from '../../testing/synthesis.ts';
import { onOneGrid } from './one-grid.ts';

/** Beats so many frames apart, from a frame on. */
const beats = (from: number, apart: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => Math.round(from + i * apart));
/** Bass on some frames of a minute, and on others half as much or none. */
function bassOn(strong: readonly number[], weak: readonly number[] = [], height = 0) {
  const low = new Float32Array(6000);
  for (const f of strong) low[f] = 2;
  for (const f of weak) low[f] = height;
  return { white: { all: low, low, high: low, notes: low } };
}

describe('one grid through a piece', () => {
  const sure = beats(1000, 47.5, 60);
  const before = beats(1000 - 20.5 * 47.5, 47.5, 20);

  it('takes an intro of off-beats onto the grid of what follows', () => {
    // A beat and a half lie between the two.
    const found = onOneGrid([...before, ...sure], bassOn(sure));
    expect(found.slice(-60)).toEqual(sure);
    const intro = found.slice(0, -60);
    expect(intro.length).toBeGreaterThanOrEqual(20);
    intro.forEach((f, i) =>
      expect(Math.abs(f - (1000 - (intro.length - i) * 47.5))).toBeLessThan(2),
    );
  });

  it('leaves what has as much bass, what goes at another tempo, and what comes before a break', () => {
    const bassToo = [...before, ...sure];
    expect(onOneGrid(bassToo, bassOn(bassToo))).toEqual(bassToo);
    const slower = [...beats(30, 60, 15), ...sure];
    expect(onOneGrid(slower, bassOn(sure))).toEqual(slower);
    const early = [...beats(1000 - 24.5 * 47.5, 47.5, 12), ...beats(1000 - 9.5 * 47.5, 47.5, 9)];
    expect(onOneGrid([...early, ...sure], bassOn(sure))).toEqual([...early, ...sure]);
    expect(onOneGrid(beats(0, 50, 10), bassOn([]))).toEqual(beats(0, 50, 10));
  });

  it('sets no beat after the sound, where the off-beats go on to its end', () => {
    const even = beats(1000, 48, 60);
    const after = beats(1000 + 60.5 * 48, 48, 44);
    expect(after.at(-1)).toBe(5968);
    const sound = bassOn(even);
    const found = onOneGrid([...even, ...after], sound);
    // On the grid again, whose next line is half a beat later.
    expect(found.at(-1)).toBe(5992);
    const low = sound.white.low.slice(0, 5990);
    const cut = onOneGrid([...even, ...after], { white: { ...sound.white, low } });
    expect(cut).toEqual(found.slice(0, -1));
  });

  it.each([126, 96, 140])(
    'in sound: hats on the off-beats alone, then all, at %d a minute',
    (tempo) => {
      const beat = 60 / tempo;
      const [intro, count, first] = [32, 96, 0.3];
      const tape = new Tape(count * beat + 2, 44100, 7);
      for (let i = 0; i < count; i++) {
        const at = first + i * beat;
        tape.hat(at + beat / 2);
        if (i < intro) continue;
        tape.kick(at);
        if (i % 2 === 1) tape.snare(at);
        if (i % 4 === 0) tape.pluck(at, 40 + ((i / 4) % 4) * 3, 0.8, 0.3);
      }
      const { analysis } = analyseSound([tape.samples], 44100);
      const heard = analysis.beats.map((b) => b.at / 44100);
      // Every beat of the intro is heard; at which level it is counted is another question.
      for (let i = 1; i < intro; i++) {
        const apart = heard.map((t) => Math.abs(t - (first + i * beat)));
        expect(Math.min(...apart)).toBeLessThan(0.05);
      }
      const early = heard.filter((t) => t < first + (intro - 0.5) * beat);
      expect(early.length).toBeLessThanOrEqual(2 * intro + 1);
    },
  );
});
