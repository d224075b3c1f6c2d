import { describe, expect, it } from 'vitest';
import type { FrameFacts } from '../frame-analyser.ts';
import { NO_CHANGE } from '../light-change.ts';
import { STILL } from '../movement.ts';
import { NO_SUBJECT, type SubjectMotion } from '../subject-motion.ts';
import type { Moment, MomentKind } from './moment.ts';
import { proposedMoments } from './proposed-moments.ts';

const RATE = 25;

/** A frame of an even grey picture in which nothing happens, but for what is given. */
const frame = (of: Partial<FrameFacts> = {}): FrameFacts => ({
  ...STILL,
  alike: 1,
  brightness: 0.5,
  sharpness: 0.1,
  colour: { red: 0.5, green: 0.5, blue: 0.5 },
  subject: NO_SUBJECT,
  light: NO_CHANGE,
  ...of,
});

/** Something that is followed, of a twentieth of the picture, at a velocity in widths a second. */
const moving = (vx: number, vy = 0, of: Partial<SubjectMotion> = {}): Partial<FrameFacts> => ({
  subject: { ...NO_SUBJECT, vx: vx / RATE, vy: vy / RATE, agreed: 1, size: 0.05, ...of },
  residual: vx || vy ? 0.02 : 0,
});

const proposed = (count: number, of: (k: number) => Partial<FrameFacts>): Moment[] =>
  proposedMoments(
    Array.from({ length: count }, (_, k) => frame(of(k))),
    RATE,
  );
const of = (moments: readonly Moment[], kind: MomentKind) =>
  moments.filter((m) => m.kind === kind).map((m) => m.at as number);

describe('moments', () => {
  it('are none where nothing happens', () => {
    expect(proposed(60, () => ({}))).toEqual([]);
  });

  it('are flashes where the light leaps for a frame, up or down, and nothing beside them', () => {
    for (const [at, brightness] of [
      [20, 0.9],
      [41, 0.1],
    ] as const) {
      const leap = Math.abs(brightness - 0.5);
      const up = brightness > 0.5;
      const moments = proposed(60, (k) =>
        k === at || k === at + 1
          ? {
              brightness: k === at ? brightness : 0.5,
              alike: 0.5,
              light:
                (k === at) === up ? { brighter: leap, darker: 0 } : { brighter: 0, darker: leap },
            }
          : {},
      );
      expect(moments.map(({ at: where, kind }) => [where, kind])).toEqual([[at, 'flash']]);
      expect(moments[0]!.strength).toBe(1);
      expect(moments[0]!.reason).toContain(up ? 'leaps up by 40 %' : 'leaps down by 40 %');
    }
  });

  it('are no flashes where the picture fades', () => {
    const moments = proposed(80, (k) => {
      const fading = k > 20 && k <= 60;
      return {
        brightness: 0.5 - 0.01 * Math.min(40, Math.max(0, k - 20)),
        ...(fading && { light: { brighter: 0, darker: 0.01 } }),
      };
    });
    expect(of(moments, 'flash')).toEqual([]);
  });

  it('are an impact where what moves stops at once, stronger the faster it was', () => {
    const strike = (speed: number) =>
      proposed(60, (k) => (k > 10 && k <= 30 ? moving(0, (speed * (k - 10)) / 20) : moving(0)));
    const [fast, slow] = [strike(1.4), strike(0.5)];
    for (const moments of [fast, slow]) {
      const at = of(moments, 'impact');
      expect(at).toHaveLength(1);
      expect(Math.abs(at[0]! - 31)).toBeLessThanOrEqual(1);
    }
    const strengthOf = (moments: readonly Moment[]) =>
      moments.find((m) => m.kind === 'impact')!.strength;
    expect(strengthOf(fast)).toBeGreaterThan(strengthOf(slow));
    expect(strengthOf(fast)).toBeGreaterThan(0.7);
  });

  it('are no impact where something sets out at once from rest', () => {
    const moments = proposed(60, (k) => (k > 30 ? moving(0, 1.3) : moving(0)));
    expect(of(moments, 'impact').filter((at) => at < 58)).toEqual([]);
  });

  it('are an impact where it is thrown back, and a turn where it goes back softly', () => {
    const bounce = proposed(60, (k) => moving(0, k <= 30 ? 0.8 : -0.8));
    expect(of(bounce, 'impact').map((at) => Math.abs(at - 30) <= 1)).toEqual([true]);
    const swing = proposed(60, (k) => moving(0.6 * Math.cos((Math.PI * k) / 60)));
    expect(of(swing, 'impact')).toEqual([]);
    expect(of(swing, 'turn').map((at) => Math.abs(at - 30) <= 2)).toEqual([true]);
  });

  it('are a whip at its fastest frame, where it sets out and where it ends', () => {
    const fast = [0.4, 1.2, 2.6, 3.4, 2.6, 1.2, 0.4];
    const moments = proposed(60, (k) => ({ dx: (fast[k - 25] ?? 0) / RATE }));
    expect(of(moments, 'whip').map((at) => Math.abs(at - 28) <= 1)).toEqual([true]);
    expect(of(moments, 'start').map((at) => Math.abs(at - 25) <= 1)).toEqual([true]);
    expect(of(moments, 'settle').map((at) => Math.abs(at - 32) <= 1)).toEqual([true]);
    // Its movement is not an impact, and what its fast frames look like is no flash.
    expect(of(moments, 'impact')).toEqual([]);
    expect(of(moments, 'flash')).toEqual([]);
  });

  it('are a change where the camera goes on at once at another speed', () => {
    const moments = proposed(80, (k) => ({ dx: (k < 40 ? 0.1 : 0.7) / RATE }));
    expect(of(moments, 'change').map((at) => Math.abs(at - 40) <= 1)).toEqual([true]);
  });

  it('are an entry over an edge and an exit, or a start and an end inside the picture', () => {
    const seen = (k: number) => k >= 20 && k < 45;
    const through = proposed(70, (k) =>
      seen(k) ? moving(1.2, 0, { atEdge: k < 23 || k > 41 ? 1 : 0 }) : {},
    );
    expect(of(through, 'entry').map((at) => Math.abs(at - 20) <= 1)).toEqual([true]);
    expect(of(through, 'exit').map((at) => Math.abs(at - 45) <= 1)).toEqual([true]);
    const inside = proposed(70, (k) =>
      seen(k) ? moving(0.15 * Math.sin(((k - 20) * Math.PI) / 25)) : {},
    );
    expect([of(inside, 'entry'), of(inside, 'exit')]).toEqual([[], []]);
    expect(of(inside, 'start').some((at) => Math.abs(at - 20) <= 2)).toBe(true);
  });

  it('are where too small a movement to be followed all but stops, if the camera is held still', () => {
    const swing = (sway: number) =>
      proposed(100, (k) => ({
        residual: 0.004 * Math.abs(Math.sin((Math.PI * k) / 20)),
        dx: (sway * Math.sin(k)) / RATE,
      }));
    const turns = of(swing(0), 'turn');
    for (const at of [20, 40, 60, 80])
      expect(turns.some((turn) => Math.abs(turn - at) <= 1)).toBe(true);
    expect(of(swing(0.05), 'turn')).toEqual([]);
  });
});
