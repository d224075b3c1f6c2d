import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { faultsOf, mendsOf } from '@caesura/core/faults';
import { filmOf } from '@caesura/core/film';
import { clipAnalysisOf, unpackFacts } from '@caesura/core/footage';
import { readPlan, type Clip, type Plan } from '@caesura/core/plan';
import { knownOf, shownAgain } from './material.ts';

const OUTPUT = path.join(import.meta.dirname, '../output');

const planOf = (name: string): Plan =>
  readPlan(JSON.parse(readFileSync(path.join(OUTPUT, 'plans', `${name}.json`), 'utf8')));

const known = knownOf({
  seen: ({ id, rate }: Clip) =>
    clipAnalysisOf(
      unpackFacts(new Uint8Array(readFileSync(path.join(OUTPUT, 'movement', `${id}.movement`)))),
      rate,
    ),
});

describe('the teaser', () => {
  const plan = planOf('1-open-day-teaser');
  const film = filmOf(plan);
  const drop = film.cues.find(({ kind }) => kind === 'drop')!;

  it('lasts 45 s, has no fault and shows no picture twice', () => {
    expect(plan.score!.length).toBe(45 * 24);
    expect(faultsOf(plan, known)).toEqual([]);
    expect(shownAgain(plan)).toBe(0);
  });

  it('builds to the drop in ever shorter shots, and the platen strikes on it', () => {
    const strike = film.shots.find(({ start, length }) => start + length > drop.frame)!;
    const mean = (from: number, to: number) => {
      const bars = film.shots.filter(
        ({ start }) => start >= film.beats[4 * from]!.frame && start < film.beats[4 * to]!.frame,
      );
      return bars.reduce((sum, { length }) => sum + length, 0) / bars.length;
    };
    expect(strike.clip!.id).toBe('platen-closes');
    const seen = film.events.filter(({ shot }) => shot === strike.index);
    expect(seen.map(({ kind, state }) => [kind, state])).toEqual([['impact', 'lands']]);
    expect(Math.abs(seen[0]!.frame - drop.frame)).toBeLessThanOrEqual(1);
    expect(mean(0, 4)).toBeGreaterThan(1.5 * mean(6, 9));
    expect(mean(6, 9)).toBeGreaterThan(2 * mean(10, 11));
  });

  it('strikes again on the last word, over the ending that is held', () => {
    const last = film.shots.at(-1)!;
    const section = film.cues.findLast(({ kind }) => kind === 'section')!;
    const word = film.cues.findLast(({ kind }) => kind === 'word')!;
    const event = film.events.find(({ shot }) => shot === last.index)!;
    expect(event.state).toBe('lands');
    for (const cue of [section, word]) expect(Math.abs(event.frame - cue.frame)).toBeLessThan(3);
  });

  it('has joins at a fifth of its cuts, two ramps, and sounds of every kind', () => {
    const joins = film.joins.filter(({ before, after }) => before + after > 0);
    expect(joins.length / (film.shots.length - 1)).toBeGreaterThan(0.17);
    expect(joins.length / (film.shots.length - 1)).toBeLessThan(0.23);
    expect(film.shots.filter(({ ramp }) => ramp !== null)).toHaveLength(2);
    expect(new Set(plan.effects.map(({ kind }) => kind))).toEqual(new Set(['hit', 'riser', 'bed']));
  });
});

it('the upright film is of 29.97 drop-frame, has no fault and shows no picture twice', () => {
  const plan = planOf('2-upright');
  expect([plan.rate, plan.dropFrame, plan.size]).toEqual([
    { num: 30000, den: 1001 },
    true,
    { width: 1080, height: 1920 },
  ]);
  expect(faultsOf(plan, known)).toEqual([]);
  expect(shownAgain(plan)).toBe(0);
});

it('in the film in trouble every fault is of a kind of its own and has a mend', () => {
  const plan = planOf('3-in-trouble');
  const faults = faultsOf(plan, known);
  expect(faults.length).toBeGreaterThanOrEqual(8);
  expect(new Set(faults.map(({ code }) => code)).size).toBe(faults.length);
  for (const fault of faults) {
    const [mend] = mendsOf(plan, fault, known);
    expect(mend, fault.code).toBeDefined();
    expect(faultsOf(mend!.plan, known)).toHaveLength(faults.length - 1);
  }
});
