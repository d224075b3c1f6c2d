import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../layout/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { CALCULATORS, planValues } from './index.ts';
import type { RuleValues, Worked } from './calculator.ts';

const worked = (id: string, values: RuleValues): Worked =>
  CALCULATORS.find((one) => one.id === id)!.work(values);
const value = (of: Worked, name: string): string =>
  of.results.find((result) => result.name === name)!.value;
const figure = (of: Worked, name: string): number =>
  Number.parseFloat(value(of, name).split('= ').at(-1)!.replace('−', '-'));

describe('every calculator', () => {
  it.each(CALCULATORS.map((one) => [one.id, one] as const))(
    'answers as it stands, with its formula, its source and a sentence: %s',
    (_, { work, formulas, source, fields }) => {
      const { results, sentence } = work({});
      expect(results.length).toBeGreaterThan(1);
      expect(formulas.length).toBeGreaterThan(0);
      expect(source).not.toBe('');
      expect(sentence).toMatch(/\.$/);
      expect(sentence).not.toMatch(/NaN|undefined|Infinity/);
      expect(new Set(fields.map(({ id }) => id)).size).toBe(fields.length);
    },
  );

  it('says what of a value cannot be read, and its bounds', () => {
    expect(() => worked('handles', { beyond: 'a few' })).toThrow('no number for Beyond the cut');
    expect(() => worked('handles', { speed: '0' })).toThrow('goes from 1 to 10000');
    expect(() => worked('window', { frames: '2.5' })).toThrow('whole numbers');
    expect(() => worked('ramp', { ramp: '30', shot: '48' })).toThrow('do not fit 48 frames');
    expect(() => worked('move', { film: 'wide' })).toThrow('no size');
    expect(() => worked('counting', { rate: '0' })).toThrow();
    expect(() => worked('loudness', { levels: 'loud' })).toThrow('no levels');
  });

  it('takes what an open plan says', () => {
    const plan = layOutSteadily(samplePlan());
    const values = planValues(plan, 1);
    expect(values).toMatchObject({ rate: '24', film: '1920x1080', drop: 'no' });
    for (const { work } of CALCULATORS) expect(work(values).results.length).toBeGreaterThan(1);
    expect(worked('counting', planValues(plan, null)).sentence).toContain('1080 frames are 45 s');
  });
});

describe('figures of the slide rule', () => {
  it('count labels as SMPTE ST 12-1 does', () => {
    // Frames and labels by a label odometer, libavutil 57 and libltc 1.3.2.
    const at = (frame: number) => worked('drop-frame', { label: String(frame) });
    expect(value(at(1799), 'Drop-frame label')).toBe('00:00:59;29');
    expect(value(at(1800), 'Drop-frame label')).toBe('00:01:00;02');
    expect(value(at(1800), 'Real time')).toBe('60.06 s');
    expect(value(at(1800), 'Labels left out before it')).toBe('2');
    expect(value(worked('drop-frame', { label: '00:10:00;00' }), 'Frame')).toBe('17982');
    // An hour of labels is an hour but 3.6 ms (SMPTE ST 12-1, from memory).
    const hour = worked('drop-frame', { label: '01:00:00;00' });
    expect(figure(hour, 'Off the clock that it shows')).toBeCloseTo(-3.6, 1);
    expect(() => worked('drop-frame', { label: '00:01:00;00' })).toThrow(
      'There is no timecode 00:01:00;00',
    );
  });

  it('convert lengths as rational arithmetic does, side by side', () => {
    const of = worked('counting', { length: '24f', rate: '24', tempo: '120' });
    expect(of.table!.rows.find(([fps]) => fps === '25')).toEqual([
      '25',
      '25',
      '00:00:01:00',
      'exact',
    ]);
    expect(of.table!.rows.find(([fps]) => fps === '29.97')![1]).toBe('30');
    expect(value(of, 'Beats')).toBe('2');
    // 23.976 a second: 24 frames are 1.001 s.
    const slow = worked('counting', { length: '24f', rate: '23.976' });
    expect(value(slow, 'Seconds')).toBe('1.001 s');
    expect(worked('counting', { length: '0.51s', rate: '24' }).rounded).toBe(
      'To the nearest frame, 10 ms earlier.',
    );
  });

  it('have clicks in frames a beat as film clicks are', () => {
    // 12-0 at 24 is 120 BPM, 12-4 at 25 too; 12-0 at 23.976 is 120000/1001 (fraction.js 5.3.4).
    expect(value(worked('tempo', { tempo: '120', rate: '24' }), 'A beat')).toBe('12 frames');
    expect(value(worked('tempo', { tempo: '120', rate: '25' }), 'A beat')).toBe('12.5 frames');
    const of = worked('tempo', { tempo: '120000/1001', rate: '24000/1001' });
    expect(value(of, 'A beat')).toBe('12 frames');
    expect(of.table!.rows.find(([fps]) => fps === '23.976')!.at(-1)).toBe('locked');
  });

  it('have handles as stepping every frame has them', () => {
    for (const [beyond, shot, speed, source, rate] of [
      [12, 96, 100, 24, 24],
      [12, 48, 200, 24, 24],
      [10, 60, 50, 24, 24],
      [7, 31, 80, 50, 24],
      [9, 13, 33, 120, 25],
    ] as const) {
      const shown = (k: number) => Math.floor((k * speed * source) / (100 * rate) + 1e-9);
      const of = worked('handles', {
        ...{ beyond: `${beyond}`, shot: `${shot}`, speed: `${speed}` },
        ...{ source: `${source}`, rate: `${rate}` },
      });
      const needed = shown(shot - 1 + beyond) - shown(shot - 1);
      expect(value(of, 'Handle needed')).toBe(`${needed} source frames`);
      expect(figure(of, 'At most, wherever the shot begins')).toBeGreaterThanOrEqual(needed);
    }
  });

  it('have shutter, cover and blur as geometry has them', () => {
    // Rotary shutter by fraction.js 5.3.4; covers by bisection over a hundred edge points.
    expect(value(worked('move', { shutter: '180', rate: '24' }), 'Exposure')).toMatch(
      /^1\/48 = 0\.020833/,
    );
    expect(value(worked('move', { shutter: '172.8', rate: '24' }), 'Exposure')).toBe('0.02 s');
    expect(value(worked('move', { shutter: '144', rate: '24' }), 'Exposure')).toMatch(/^1\/60 = /);
    const cover = (x: string, y: string, turn: string, film: string) =>
      figure(worked('move', { x, y, turn, film }), 'Scale that covers') / 100;
    expect(cover('10', '0', '0', '1920x1080')).toBeCloseTo(1.2, 5);
    expect(cover('3', '-5', '0', '1920x1080')).toBeCloseTo(1.1, 5);
    expect(cover('0', '0', '5', '1920x1080')).toBeCloseTo(1.151138241, 4);
    expect(cover('0', '0', '90', '2048x858')).toBeCloseTo(2.386946387, 4);
    expect(cover('-3', '4', '5', '1920x1080')).toBeCloseTo(1.240130429, 4);
    expect(figure(worked('move', { speed: '48', shutter: '90' }), 'Blur')).toBe(12);
    expect(figure(worked('move', { speed: '7.5', shutter: '172.8' }), 'Blur')).toBe(3.6);
  });

  it('have the speed that fits, its pitch, and sums of loudness', () => {
    expect(
      value(worked('fit', { range: '120', shot: '48', source: '60', rate: '24' }), 'Speed'),
    ).toBe('100 %');
    expect(
      value(worked('fit', { range: '100', shot: '48', source: '25', rate: '24' }), 'Speed'),
    ).toBe('200 %');
    expect(figure(worked('pitch', { speed: '50' }), 'At that speed')).toBe(-12);
    expect(figure(worked('pitch', { semitones: '12' }), 'For those semitones the speed is')).toBe(
      200,
    );
    // Two equal coherent sources: 6.0206 dB (arithmetic); incoherent ones 3.0103 dB.
    const two = worked('loudness', { levels: '-20, -20' });
    expect(figure(two, 'Together, the very same sound')).toBeCloseTo(-13.98, 2);
    expect(figure(two, 'Together, different sounds')).toBeCloseTo(-16.99, 2);
  });

  it('have the source of a ramp as areas have it', () => {
    // A straight line from 50 to 400 % over 10 frames goes over 22.5, symmetric easing alike.
    const of = worked('ramp', {
      ...{ floor: '50', crest: '400', ramp: '10', ends: 'tail', ease: 'linear', shot: '30' },
      ...{ source: '24', rate: '24' },
    });
    expect(figure(of, 'Mean speed')).toBeCloseTo((100 * (20 * 0.5 + 22.5)) / 30, 2);
    // Its last frame begins before the crest: at 29 it has gone 32.5 − the last frame of the line.
    const gone = 10 + [...Array(9).keys()].reduce((sum, k) => sum + 0.5 + 0.35 * (k + 0.5), 0);
    expect(value(of, 'Source used')).toBe(
      `${Math.floor(gone) + 1} frames, 0 to ${Math.floor(gone)}`,
    );
  });
});
