import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf, frameSpan, phrasesAt } from '../film/index.ts';
import { AT_REST } from '../motion/index.ts';
import {
  addPhrases,
  changePhrases,
  movePhrase,
  movePhraseKey,
  removePhrases,
  resizePhrase,
  setPhraseKey,
  switchPhrases,
} from '../plan/edits/index.ts';
import { PHRASE_KINDS, PlanSchema, type Phrase, type Plan } from '../plan/index.ts';
import { rateChange } from '../plan/edits/change-rate.ts';
import { moveCut } from '../plan/edits/edit-cuts.ts';
import { layOutSteadily } from '../layout/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames, USUAL_RATES } from '../time/index.ts';
import { anchorsOnEach } from './on-each.ts';
import { marksOf } from './phrase-tracks.ts';
import { strongestApart } from './strongest-apart.ts';

const laidOut = layOutSteadily(samplePlan());
const at = (frame: number) => ({ on: 'frame', frame: frames(frame) }) as const;

/** A plan with one phrase at frame 100. */
const withOne = (set: Phrase['set'], to: number | null = null, plan: Plan = laidOut): Plan =>
  addPhrases(plan, [{ at: at(100), to: to === null ? null : at(to) }], { set });
const only = (plan: Plan) => filmOf(plan).phrases[0]!;
const span = (n: number) => frameSpan(n, laidOut.rate);
const scales = (plan: Plan) => {
  const { start, end, pictured } = only(plan);
  return Array.from({ length: end - start }, (_, k) => pictured(k).scale);
};

describe('a phrase', () => {
  it('is at rest where it begins, at its peak for its hold, and home on the first frame after it', () => {
    const plan = withOne({
      kind: 'punch-in',
      in: span(8),
      hold: span(22),
      out: span(10),
      scale: 1.33,
      easeIn: 'linear',
      easeOut: 'linear',
    });
    const { start, end, lands, pictured } = only(plan);
    expect([start, end, lands]).toEqual([100, 140, 100]);
    // By hand: 1 + 0.33·k/8, held, and 1.33 − 0.33·k/10.
    expect([0, 4, 8, 30, 35, 40].map((k) => Math.round(pictured(k).scale * 1e4) / 1e4)).toEqual([
      1, 1.165, 1.33, 1.33, 1.165, 1,
    ]);
    expect(PlanSchema.parse(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    expect(phrasesAt(filmOf(plan), 99)).toEqual([]);
    expect(phrasesAt(filmOf(plan), 139)).toHaveLength(1);
    expect(phrasesAt(filmOf(plan), 140)).toEqual([]);
    expect(phrasesAt(filmOf(switchPhrases(plan, [only(plan).phrase.id], true)), 120)).toEqual([]);
  });

  it('that ends on an anchor is held as long as is left, and shorter ways where nothing is', () => {
    const set = { kind: 'punch-in', in: span(8), hold: span(22), out: span(10) } as const;
    expect(only(withOne(set, 150)).frames).toEqual({ in: 8, hold: 32, out: 10 });
    expect(only(withOne(set, 118)).frames).toEqual({ in: 8, hold: 0, out: 10 });
    expect(only(withOne(set, 109)).frames).toEqual({ in: 4, hold: 0, out: 5 });
    expect(only(withOne(set, 100)).frames).toEqual({ in: 0, hold: 0, out: 0 });
  });

  it('lands its peak on its anchor where it is asked to', () => {
    const plan = withOne({ kind: 'pulse', in: span(3), hold: span(0), out: span(6) });
    expect([only(plan).start, only(plan).lands, only(plan).end]).toEqual([97, 100, 106]);
    expect(Math.max(...scales(plan))).toBe(scales(plan)[3]);
  });

  it('of every kind fits every length and rate: at rest before and after, without a dead frame on its ways', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PHRASE_KINDS.filter((kind) => kind !== 'own')),
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: 1, max: 400 }),
        (kind, rate, length) => {
          const plan = rateChange(laidOut, rate).plan;
          const made = addPhrases(plan, [{ at: at(100), to: at(100 + length) }], {
            set: { kind },
          });
          const { frames: sections, motion, pictured } = only(made);
          const { in: into, hold, out } = sections;
          expect(Math.min(into, hold, out)).toBeGreaterThanOrEqual(0);
          const { peak, leave, home } = marksOf(sections);
          for (const of of Object.keys(motion.tracks) as (keyof typeof motion.tracks)[]) {
            if (of === 'radial' || of === 'blur' || kind === 'shake') continue;
            const track = motion.tracks[of]!;
            if (peak > 0) expect(track[0]).toMatchObject({ at: 0, value: AT_REST[of] });
            if (out > 0) expect(track.at(-1)).toMatchObject({ at: home, value: AT_REST[of] });
            const value = (k: number) => pictured(k)[of];
            for (let k = 0; k < peak; k++)
              expect(Math.abs(value(k + 1) - value(k))).toBeGreaterThan(1e-9);
            for (let k = leave; k < home && out > 0; k++)
              expect(Math.abs(value(k + 1) - value(k))).toBeGreaterThan(1e-9);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it('keeps a value typed on a frame there until it is resized, and at its part after that', () => {
    const plan = withOne({
      kind: 'punch-in',
      in: span(8),
      hold: span(10),
      out: span(8),
      scale: 1.4,
    });
    const { id } = only(plan).phrase;
    const typed = setPhraseKey(plan, id, { of: 'scale', at: 4, value: 1.1 });
    expect(only(typed).settings.kind).toBe('own');
    expect(scales(typed)[4]).toBe(1.1);
    // Every frame that has a key of its own is as it was.
    for (const k of [0, 8, 18]) expect(scales(typed)[k]).toBeCloseTo(scales(plan)[k]!, 9);
    const moved = movePhrase(typed, id, frames(140));
    expect(scales(moved)).toEqual(scales(typed));
    const wide = changePhrases(typed, [id], { in: span(16) });
    expect(scales(wide)[8]).toBe(1.1);
    // A value that is there already becomes a key that rests.
    const resting = setPhraseKey(typed, id, { of: 'scale', at: 12, value: scales(typed)[12]! });
    expect(scales(resting)).toEqual(scales(typed));
    expect(only(resting).settings.keys).toHaveLength(only(typed).settings.keys.length + 1);
    const dragged = movePhraseKey(resting, id, { of: 'scale', from: 4, to: 30 });
    // It stays before its neighbour on frame 8.
    expect(scales(dragged)[7]).toBe(1.1);
    expect(() => setPhraseKey(plan, id, { of: 'opacity', at: 2, value: 1.5 })).toThrow('no value');
    expect(() => setPhraseKey(plan, id, { of: 'scale', at: 99, value: 2 })).toThrow('not there');
  });

  it('has each of its marks dragged, an end with its way, and the others stay where they are', () => {
    const mark = fc.constantFrom('start', 'peak', 'leave', 'end');
    fc.assert(
      fc.property(
        mark,
        fc.integer({ min: 60, max: 200 }),
        fc.constantFrom('start', 'peak'),
        fc.boolean(),
        (which, to, lands, tied) => {
          const set = {
            kind: 'punch-in',
            in: span(8),
            hold: span(22),
            out: span(10),
            lands,
          } as const;
          const plan = withOne(set, tied ? 140 : null);
          const before = only(plan);
          const after = only(resizePhrase(plan, before.phrase.id, which, frames(to)));
          const marks = ({ start, end, frames: sections }: typeof before) => ({
            start,
            peak: start + sections.in,
            leave: start + sections.in + sections.hold,
            end,
          });
          const [was, is] = [marks(before), marks(after)];
          expect(is.start).toBeLessThanOrEqual(is.peak);
          expect(is.leave).toBeLessThanOrEqual(is.end);
          expect(is.end).toBeGreaterThan(is.start);
          const by = to - was[which];
          // An end takes its way with it, unless it is the peak that is tied.
          const wanted = {
            start: lands === 'peak' ? { start: to } : { start: to, peak: was.peak + by },
            peak: { peak: to },
            leave: { leave: to },
            end: { end: to, leave: was.leave + by },
          }[which];
          const room = {
            start: lands === 'peak' ? to <= was.peak : by <= 22,
            peak: to >= was.start && to <= was.leave,
            leave: to >= was.peak && to <= was.end,
            end: by >= -22,
          }[which];
          if (room) expect(is).toEqual({ ...was, ...wanted });
        },
      ),
      { numRuns: 200 },
    );
  });

  it('keeps its time or its frames at another rate, as each of its sections says', () => {
    const plan = withOne({
      kind: 'punch-in',
      in: span(6),
      hold: frameSpan(12, laidOut.rate, 'frames'),
      out: { unit: 'seconds', n: { num: 1, den: 2 } },
    });
    const at48 = only(rateChange(plan, frameRate(48)).plan);
    expect(at48.frames).toEqual({ in: 12, hold: 12, out: 24 });
    expect(at48.start).toBe(200);
  });

  it('goes with its cut, and is told to have no place when that is gone', () => {
    const cut = filmOf(laidOut).joins[3]!;
    const anchor = { on: 'cut', shot: cut.into.shot.id, by: 2 } as const;
    const plan = addPhrases(laidOut, [{ at: anchor }], { set: { kind: 'punch-in' } });
    expect(only(plan).start).toBe(cut.frame + 2);
    const later = moveCut(plan, 4, frames(cut.frame + 5));
    expect(only(later).start).toBe(cut.frame + 7);
    const gone: Plan = {
      ...plan,
      score: {
        ...plan.score!,
        shots: plan.score!.shots.filter(({ id }) => id !== cut.into.shot.id),
      },
    };
    expect(filmOf(gone).phrases).toEqual([]);
  });

  it('shakes as far as asked and no farther, the same each time, and comes to rest', () => {
    const shake = {
      reach: 0.02,
      turn: 1,
      often: { num: 6, den: 1 },
      per: 'second',
      left: 1,
      seed: 7,
    } as const;
    const set = {
      kind: 'shake',
      in: span(0),
      hold: span(48),
      out: span(0),
      shake,
      cover: 'no',
    } as const;
    const { pictured, motion } = only(withOne(set));
    const far = Array.from({ length: 48 }, (_, k) => {
      const { x, y } = pictured(k);
      return Math.hypot(x * 1920, y * 1080) / 1920;
    });
    expect(Math.max(...far)).toBeLessThanOrEqual(0.02 + 1e-9);
    expect(Math.max(...far)).toBeGreaterThan(0.012);
    // Six times there and back in each of two seconds: a swing every two frames.
    expect(motion.tracks.rotation!.map((key) => key.at)).toEqual([
      ...Array.from({ length: 24 }, (_, i) => 2 * i),
      48,
    ]);
    expect(pictured(48)).toMatchObject({ x: 0, y: 0, rotation: 0 });
    expect(only(withOne(set)).motion.tracks).toEqual(motion.tracks);
    const other = only(withOne({ ...set, shake: { ...shake, seed: 8 } }));
    expect(other.motion.tracks).not.toEqual(motion.tracks);
  });
});

describe('phrases on each of a kind', () => {
  it('lie on every downbeat of a range, in one act, not nearer than asked', () => {
    const film = filmOf(laidOut);
    const downbeats = film.beats.filter(({ kind, frame }) => kind === 'downbeat' && frame < 400);
    const anchors = anchorsOnEach(film, 'downbeat', { from: frames(0), to: frames(400), apart: 0 });
    expect(anchors).toHaveLength(downbeats.length);
    const put = addPhrases(
      laidOut,
      anchors.map((anchor) => ({ at: anchor })),
      { set: { kind: 'pulse' } },
    );
    expect(filmOf(put).phrases.map(({ lands }) => lands)).toEqual(
      downbeats.map(({ frame }) => frame),
    );
    expect(new Set(put.phrases.map(({ run }) => run)).size).toBe(1);
    const far = anchorsOnEach(film, 'downbeat', { from: frames(0), to: frames(400), apart: 8 });
    expect(far).toHaveLength(Math.ceil(downbeats.length / 2));
    expect(
      removePhrases(
        put,
        put.phrases.map(({ id }) => id),
      ).phrases,
    ).toEqual([]);
  });

  it('of two too near the stronger stays, by comparing every pair', () => {
    const thing = fc.record({
      frame: fc.integer({ min: 0, max: 300 }),
      strength: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(thing, { selector: ({ frame }) => frame }),
        fc.integer({ min: 2, max: 40 }),
        (things, apart) => {
          const kept = strongestApart(things, apart);
          for (const a of kept)
            for (const b of kept)
              if (a !== b) expect(Math.abs(a.frame - b.frame)).toBeGreaterThanOrEqual(apart - 1);
          // What was left out lies too near to one that is at least as strong.
          for (const left of things.filter((t) => !kept.includes(t)))
            expect(
              kept.some(
                (k) => Math.abs(k.frame - left.frame) < apart - 1 && k.strength >= left.strength,
              ),
            ).toBe(true);
        },
      ),
    );
  });
});
