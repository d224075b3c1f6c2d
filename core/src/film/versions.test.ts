import { filmOf } from './film.ts';
import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../layout/index.ts';
import { setMove } from '../plan/edits/edit-joins.ts';
import { addNote, changeNote, removeNote } from '../plan/edits/edit-notes.ts';
import { fadeSound, turnSound } from '../plan/edits/edit-sounds.ts';
import { sampleHeardAt } from '../plan/index.ts';
import { sectionAround, rangeAround, wholeFilm } from './film-range.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { setRamp } from '../plan/edits/edit-ramps.ts';
import { frames, samples, seconds } from '../time/index.ts';
import { layersAt } from './layers.ts';
import { withoutJoins, withoutRamps } from './versions.ts';

const plan = layOutSteadily(samplePlan());

describe('versions to compare by', () => {
  const ramp = [
    { from: 'start' as const, at: 0, speed: { num: 4, den: 1 }, ease: 'ease-out' },
    { from: 'start' as const, at: 10, speed: { num: 1, den: 1 }, ease: 'linear' },
  ];
  const made = setRamp(setMove(plan, 3, 'zoom-through'), 5, ramp);
  const sources = (of: typeof plan) => {
    const film = filmOf(of);
    return Array.from({ length: plan.score!.length }, (_, n) =>
      layersAt(film, n).map((layer) => [layer.source, layer.values]),
    );
  };
  it('are hard cuts and constant speeds, on the same cuts', () => {
    expect(sources(made)).not.toEqual(sources(plan));
    expect(sources(withoutRamps(withoutJoins(made)))).toEqual(sources(plan));
    expect(filmOf(withoutJoins(made)).shots.map((s) => s.start)).toEqual(
      filmOf(plan).shots.map((s) => s.start),
    );
    expect(withoutRamps(withoutJoins(samplePlan()))).toEqual(samplePlan());
  });
});

describe('stretches to play', () => {
  it('end where the film does', () => {
    const { to } = wholeFilm(plan);
    expect(rangeAround(plan, 100, 24, 48)).toEqual({ from: 76, to: 148 });
    expect(rangeAround(plan, 10, 24, 48)).toEqual({ from: 0, to: 58 });
    expect(rangeAround(plan, to - 10, 24, 48)).toEqual({ from: to - 34, to });
    expect(sectionAround(plan, 100)).toEqual({ from: 0, to });
    expect(wholeFilm(samplePlan())).toEqual({ from: 0, to: 1080 });
  });

  it('are sections where the music has them', () => {
    const music = plan.music!;
    const at = (second: number) => ({
      at: samples(music.region.in + second * 48_000),
      strength: 1,
      confidence: 1,
    });
    const sectioned = {
      ...plan,
      music: { ...music, found: { ...music.found, sections: [at(10), at(20)] } },
    };
    expect([100, 240, 300, 480, 1000].map((frame) => sectionAround(sectioned, frame).from)).toEqual(
      [0, 240, 240, 480, 480],
    );
    expect(sectionAround(sectioned, 300)).toEqual({ from: 240, to: 480 });
  });
});

describe('what is noted and turned while it plays', () => {
  it('keeps remarks in the order of the film', () => {
    const noted = addNote(addNote(plan, frames(200), ' too late '), frames(90), 'flash');
    expect(noted.notes.map(({ frame, text }) => [frame, text])).toEqual([
      [90, 'flash'],
      [200, 'too late'],
    ]);
    const [first] = noted.notes;
    expect(changeNote(noted, first!.id, 'flash?').notes[0]!.text).toBe('flash?');
    const one = removeNote(noted, 'note-1');
    expect(one.notes).toHaveLength(1);
    expect(new Set(addNote(one, frames(1), 'x').notes.map((n) => n.id)).size).toBe(2);
  });

  it('finds the sample that is heard at a time, and none outside the music', () => {
    const music = {
      ...plan.music!,
      place: frames(24),
      splices: [],
      region: { in: samples(48_000), out: samples(480_000) },
    };
    expect(sampleHeardAt(music, seconds(1), plan.rate)).toBe(48_000);
    expect(sampleHeardAt(music, seconds(2.5), plan.rate)).toBe(120_000);
    expect(sampleHeardAt(music, seconds(0.5), plan.rate)).toBeNull();
    expect(sampleHeardAt(music, seconds(10), plan.rate)).toBeNull();
  });

  it('turns a sound and fades it no longer than it lasts', () => {
    const { id } = plan.music!;
    expect(turnSound(plan, id, -6).music!.gain).toBe(-6);
    expect(() => turnSound(plan, id, 80)).toThrow('−90 to 24 dB');
    const faded = fadeSound(plan, id, { fadeIn: samples(1000), fade: samples(1e9) }).music!;
    expect([faded.fadeIn, faded.fade]).toEqual([1000, faded.region.out - faded.region.in]);
  });
});
