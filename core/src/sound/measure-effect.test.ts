import { describe, expect, it } from 'vitest';
import { KIT } from './kit/index.ts';
import { measureEffect } from './measure-effect.ts';
import { MIX_RATE } from './mix-rate.ts';

const silence = (seconds: number, rate = 48_000) => new Float32Array(Math.round(seconds * rate));

/** A tone under an envelope. */
const tone = (seconds: number, hertz: number, envelope: (t: number) => number, rate = 48_000) =>
  Float32Array.from({ length: Math.round(seconds * rate) }, (_, n) => {
    const t = n / rate;
    return envelope(t) * Math.sin(2 * Math.PI * hertz * t);
  });

describe('the measure of an effect', () => {
  it('finds the peak, the onset and the ends of a swell whose envelope is known', () => {
    // e^(20(t − 0.5)) up to half a second, then e^(−40(t − 0.5)): 20 dB, a factor of 10, are ln 10
    // / 20 = 115 ms before.
    const swell = tone(1, 2000, (t) => Math.exp(t < 0.5 ? 20 * (t - 0.5) : -40 * (t - 0.5)));
    const { from, onset, peak, to } = measureEffect([swell], 48_000);
    expect(peak / 48).toBeCloseTo(500, -0.5);
    expect(Math.abs(peak / 48 - 500)).toBeLessThan(1);
    expect(Math.abs(onset / 48 - (500 - 115.1))).toBeLessThan(4);
    expect(Math.abs(from / 48 - (500 - 230.3))).toBeLessThan(4);
    expect(Math.abs(to / 48 - (500 + 115.1))).toBeLessThan(5);
  });

  it('finds the onset of a click to the sample, and its peak early in it', () => {
    const sound = silence(0.2);
    sound.set(
      tone(0.05, 3000, (t) => Math.exp(-t * 400)),
      4800,
    );
    const { onset, peak, from } = measureEffect([sound], 48_000);
    expect(from).toBeGreaterThanOrEqual(4800);
    expect(from).toBeLessThan(4806);
    expect(onset - 4800).toBeLessThan(10);
    expect((peak - 4800) / 48).toBeLessThan(2);
  });

  it.each([
    ['a steady tone of full scale, ITU-R BS.1770-4', 997, 1, -3.01],
    ['at 20 dB less', 997, 0.1, -23.01],
  ])('has the loudness of %s', (_what, hertz, level, lufs) => {
    const steady = tone(2, hertz, () => level);
    expect(measureEffect([steady], 48_000).loudness).toBeCloseTo(lufs, 1);
    expect(measureEffect([steady], 48_000).top).toBeCloseTo(20 * Math.log10(level), 1);
    // Silence around it does not make it softer.
    const short = silence(1);
    short.set(steady.subarray(0, 4800), 20_000);
    expect(measureEffect([short], 48_000).loudness).toBeCloseTo(lufs, 0);
  });

  it('says so of silence', () => {
    expect(measureEffect([silence(0.1)], 48_000)).toMatchObject({
      loudness: null,
      top: null,
      from: 0,
      to: 4800,
    });
    expect(measureEffect([new Float32Array(0)], 48_000)).toMatchObject({ loudness: null, to: 0 });
  });

  it('finds the peaks of the kit where its formulas put them', () => {
    const peaks = { 'whoosh-soft': 700, 'whoosh-hard': 300, riser: 4000, click: 5, thump: 10 };
    for (const [id, at] of Object.entries(peaks)) {
      const made = KIT.find((effect) => effect.id === id)!.render();
      const { peak, top, loudness } = measureEffect([made], MIX_RATE);
      expect(Math.abs(peak / 48 - at), id).toBeLessThan(id === 'riser' ? 40 : 8);
      expect(top).toBeCloseTo(-1, 3);
      expect(loudness).toBeGreaterThan(-25);
    }
  });
});
