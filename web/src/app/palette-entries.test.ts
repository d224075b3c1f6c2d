import { describe, expect, it, vi } from 'vitest';
import { filmOf } from '@caesura/core/film';
import { layOutSteadily } from '../../../core/src/layout/index.ts';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { timecodeAt } from './format.ts';
import { found, historyEntries, placesOf, sectionEntries, type Entry } from './palette-entries.ts';

const entry = (name: string, beside = ''): Entry => ({ name, beside, run: () => undefined });
const names = (entries: readonly Entry[]) => entries.map(({ name }) => name);
const plan = layOutSteadily(samplePlan());
const go = { toFrame: vi.fn(), toCut: vi.fn() };

describe('what is found', () => {
  const all = [entry('Propose'), entry('Take the proposal'), entry('Café', 'Sound'), entry('Play')];

  it('has every word of the search as the beginning of a word, its own beginning first', () => {
    expect(names(found(all, 'prop'))).toEqual(['Propose', 'Take the proposal']);
    expect(names(found(all, 'the ta'))).toEqual(['Take the proposal']);
    expect(names(found(all, 'ropose'))).toEqual([]);
  });

  it('does not mind accents, nor where it belongs', () => {
    expect(names(found(all, 'cafe'))).toEqual(['Café']);
    expect(names(found(all, 'sound'))).toEqual(['Café']);
    expect(names(found(all, ''))).toEqual(names(all));
  });
});

describe('places of the film', () => {
  const { shots, beats } = filmOf(plan);

  it('are cuts, bars and frames by their numbers', () => {
    expect(names(placesOf(plan, '3', go))).toEqual(['Go to cut 3', 'Go to bar 3', 'Go to frame 3']);
    placesOf(plan, 'cut 3', go)[0]!.run();
    expect(go.toCut).toHaveBeenLastCalledWith(3);
    placesOf(plan, 'bar 2', go)[0]!.run();
    const bar = beats.find((cue) => cue.bar === 2 && cue.beat === 1)!;
    expect(go.toFrame).toHaveBeenLastCalledWith(bar.frame);
    placesOf(plan, 'shot 4', go)[0]!.run();
    expect(go.toFrame).toHaveBeenLastCalledWith(shots[3]!.start);
  });

  it('are times as they are typed, inside the film alone', () => {
    expect(names(placesOf(plan, '0:02', go))).toHaveLength(1);
    // A timecode as the film shows it, which seldom starts at zero.
    const later = { ...plan, start: (plan.start + 90_000) as typeof plan.start };
    const shown = timecodeAt(40, later);
    expect(placesOf(later, shown, go)).toMatchObject([{ name: `Go to ${shown}` }]);
    placesOf(later, shown, go)[0]!.run();
    expect(go.toFrame).toHaveBeenLastCalledWith(40);
    expect(names(placesOf(plan, '9:59:00', go))).toEqual([]);
    expect(names(placesOf(plan, 'cut 9999', go))).toEqual([]);
    expect(names(placesOf(plan, 'cut 0', go))).toEqual([]);
    expect(names(placesOf(plan, 'propose', go))).toEqual([]);
  });

  it('are the sections of the music', () => {
    for (const { name } of sectionEntries(plan, go))
      expect(name).toMatch(/^Go to the (section|drop)/);
  });
});

it('goes back to before any step, the last first', () => {
  const back = vi.fn();
  const version = (label: string | null) => ({ plan, label });
  const entries = historyEntries(
    { past: [version(null), version('nudge a cut')], present: version('split a shot') },
    back,
  );
  expect(names(entries)).toEqual(['Back to before: split a shot', 'Back to before: nudge a cut']);
  entries[1]!.run();
  expect(back).toHaveBeenCalledWith(2);
});
