import { filmOf } from '../film/index.ts';
import { describe, expect, it } from 'vitest';
import { setMove } from '../plan/edits/edit-joins.ts';
import { layOutSteadily } from '../layout/index.ts';
import type { Plan } from '../plan/index.ts';
import { changeEffect, putBed, putHit, putRiser } from '../plan/edits/edit-effects.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';
import { frames } from '../time/index.ts';
import { faultsOf } from './faults.ts';
import { mendsOf } from './mends.ts';

const plan = planWithKit();
const soundFaults = (made: Plan) => faultsOf(made).filter(({ area }) => area === 'effects');
const id = (made: Plan) => made.effects.at(-1)!.id;
/** The only fault of the sounds, and every mend of it does away with it. */
function mended(made: Plan): { code: string; message: string; labels: string[] } {
  const found = soundFaults(made);
  expect(found).toHaveLength(1);
  const mends = mendsOf(made, found[0]!);
  expect(mends.length).toBeGreaterThan(0);
  for (const { plan: after } of mends) expect(soundFaults(after)).toEqual([]);
  return {
    code: found[0]!.code,
    message: found[0]!.message,
    labels: mends.map(({ label }) => label),
  };
}

describe('faults of effects', () => {
  it('are none where a whoosh is put on a cut as advised, or left out', () => {
    const made = putHit(plan, kitEffect(plan, 'whoosh-hard').id, 4);
    expect(soundFaults(made)).toEqual([]);
    expect(soundFaults(changeEffect(made, id(made), { gain: 12, off: true }))).toEqual([]);
  });

  it('tell an effect that is longer than its shots, with the rate that fits', () => {
    const made = putHit(plan, kitEffect(plan, 'riser').id, 4);
    const { code, message, labels } = mended(made);
    expect(code).toBe('effect-long');
    expect(message).toBe(
      '“Riser” lasts 3.4 s at 100 % and sticks out of the two shots at its cut.',
    );
    expect(labels.some((label) => /^Play it at \d+ %$/.test(label))).toBe(true);
  });

  it('tell one that would have to begin before the film', () => {
    const made = putRiser(
      plan,
      kitEffect(plan, 'riser').id,
      { on: 'frame', frame: frames(0) },
      { on: 'frame', frame: frames(20) },
    );
    expect(soundFaults(made)).toEqual([]);
    const early = putHit(plan, kitEffect(plan, 'riser').id, 1);
    expect(soundFaults(early).map(({ code }) => code)).toEqual(['effect-early']);
    expect(mended(early).labels[0]).toMatch(/^Play it at/);
  });

  it('tell one that the music covers, and one that clips', () => {
    const shortTerm = Array.from({ length: 60 }, () => -12);
    const music = {
      ...plan.music!,
      found: { ...plan.music!.found, loudness: { ...plan.music!.found.loudness, shortTerm } },
    };
    const made = putHit({ ...plan, music }, kitEffect(plan, 'thump').id, 4);
    const soft = mended(changeEffect(made, id(made), { gain: -30 }));
    expect(soft.code).toBe('effect-masked');
    expect(soft.labels).toContain('Take the advised level');
    expect(mended(changeEffect(made, id(made), { gain: 9 })).message).toBe(
      '“Thump” goes 8.0 dB over full scale.',
    );
  });

  it('tell a riser that ends before it begins, and a bed that fades inside a window', () => {
    const backwards = putRiser(
      plan,
      kitEffect(plan, 'riser').id,
      { on: 'frame', frame: frames(300) },
      { on: 'frame', frame: frames(200) },
    );
    expect(mended(backwards).message).toContain(
      'is to rise from frame 300, but peaks on frame 200',
    );
    const joined = setMove(plan, 5, 'plain');
    const cut = { on: 'cut', shot: joined.score!.shots[5]!.id, by: 0 } as const;
    const bed = putBed(
      joined,
      kitEffect(plan, 'room').id,
      { from: cut, to: { on: 'frame', frame: frames(700) } },
      frames(6),
    );
    const { message, labels } = mended(bed);
    expect(message).toBe('“Workshop room” fades over 6 frames, the window of cut 5 lasts 12.');
    expect(labels[0]).toBe('Fade over 14 frames');
  });

  it('tell one whose cut is gone', () => {
    const made = putHit(plan, kitEffect(plan, 'click').id, 4);
    const shots = made.score!.shots.map((shot, i) => (i === 4 ? { ...shot, id: 'another' } : shot));
    expect(mended({ ...made, score: { ...made.score!, shots } }).message).toBe(
      '“Click” was tied to a cut or a sound that is gone.',
    );
  });

  it('tell those that a new layout left without their cuts, once for each file', () => {
    const click = kitEffect(plan, 'click').id;
    const halved = layOutSteadily({
      ...[2, 3, 4, 5, 6].reduce((made, cut) => putHit(made, click, cut), plan),
      pace: '1 bar',
    });
    const gone = halved.effects.length - filmOf(halved).effects.length;
    expect(gone).toBeGreaterThan(1);
    const { message, labels } = mended(halved);
    expect(message).toBe(`“Click” was tied to ${gone} cuts or sounds that are gone.`);
    expect(labels).toEqual([`Take all ${gone} out`]);
  });
});
