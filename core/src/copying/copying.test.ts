import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf, joinAt, landedMoments } from '../film/index.ts';
import { layOutSteadily } from '../layout/index.ts';
import { putHits, putRiser } from '../plan/edits/edit-effects.ts';
import { changeJoin, setMove, setWindow } from '../plan/edits/edit-joins.ts';
import { addPhrases } from '../plan/edits/edit-phrases.ts';
import { setRamp } from '../plan/edits/edit-ramps.ts';
import { lockCut } from '../plan/edits/edit-cuts.ts';
import { changeRate } from '../plan/edits/change-rate.ts';
import { checkedChange, PlanSchema, USUAL_FRAMING, type Plan } from '../plan/index.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from '../ramps/shape.ts';
import { keepRecipe } from '../recipes/cut-recipes.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { CaesuraError, frameRate, frames } from '../time/index.ts';
import type { EffectFacts } from '../sound/index.ts';
import { copiedText, readCopied, type Copied } from './copied.ts';
import { copyEffects, pasteEffects } from './effects.ts';
import { copyMove, pasteMove } from './move.ts';
import { copyPhrase, pastePhrase } from './phrase.ts';
import { copyShots, pastedRange, pasteShots } from './shots.ts';
import { copySpeedsOf, pasteSpeeds } from './speeds.ts';

const plan = layOutSteadily(samplePlan());

/** As it comes from the clipboard. */
const through = (copied: Copied): Copied => {
  const read = readCopied(copiedText(copied))!;
  expect(read).toEqual(copied);
  return read;
};

/** The clip and source frame of every frame of a film, told frame by frame. */
const pictures = (of: Plan): string[] =>
  filmOf(of).shots.flatMap(({ clip, time, length }) =>
    Array.from({ length }, (_, n) => (clip ? `${clip.id} ${time!.at(n)}` : 'none')),
  );

const startOf = (of: Plan, shot: number) => of.score!.shots[shot]!.start;
const acceptable = (before: Plan, after: Plan) => {
  expect(PlanSchema.parse(JSON.parse(JSON.stringify(after)))).toEqual(after);
  expect(checkedChange(before, after)).toEqual(after);
};

describe('copied shots', () => {
  it('go over the film frame by frame, and nothing else of it moves', () => {
    const was = pictures(plan);
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.nat(plan.score!.shots.length - 1), { minLength: 1, maxLength: 6 }),
        fc.nat(plan.score!.length - 1),
        (indices, at) => {
          const copied = through(copyShots(plan, indices));
          const shown = [...indices]
            .sort((a, b) => a - b)
            .flatMap((i) => was.slice(startOf(plan, i), filmOf(plan).shots[i]!.end));
          const pasted = pasteShots(plan, copied, frames(at));
          const now = pictures(pasted);
          const { to, cutOff } = pastedRange(plan, copied, frames(at));
          expect(to + cutOff).toBe(at + shown.length);
          expect(now).toHaveLength(was.length);
          expect(now.slice(at, to)).toEqual(shown.slice(0, to - at));
          expect(now.slice(0, at)).toEqual(was.slice(0, at));
          // A shot that is cut into goes on with its next frame, which it counts from anew: a clip
          // of another rate is on the same frame or on one beside it from there on.
          const next = plan.score!.shots.find(({ start }) => start >= to)?.start ?? was.length;
          expect(now[to]).toEqual(was[to]);
          for (let n = to; n < next; n++) {
            const [[clip, frame], [own, other]] = [now[n]!.split(' '), was[n]!.split(' ')];
            expect(clip).toBe(own);
            expect(Math.abs(Number(frame) - Number(other))).toBeLessThanOrEqual(1);
          }
          expect(now.slice(next)).toEqual(was.slice(next));
          acceptable(plan, pasted);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('bring their speeds and the joins between them', () => {
    const ramp = shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST });
    const moved = setMove(setRamp(plan, 3, ramp), 4, 'zoom-through');
    const copied = through(copyShots(moved, [3, 4]));
    const pasted = pasteShots(moved, copied, startOf(moved, 8));
    const at = filmOf(pasted).shots.findIndex(({ start }) => start === startOf(moved, 8));
    const facts = filmOf(pasted).shots[at]!;
    expect(facts.ramp).toEqual(filmOf(moved).shots[3]!.ramp);
    expect(joinAt(pasted, at + 1).settings).toEqual(joinAt(moved, 4).settings);
    // What stood at the cut where they begin stays.
    expect(joinAt(pasted, at).join).toEqual(joinAt(moved, 8).join);
  });

  it('are just as they were copied, whatever happened there before', () => {
    // The same lengths from cut 8 on as from cut 3 on, and a move where a hard cut comes.
    const even = {
      ...plan,
      score: {
        ...plan.score!,
        shots: plan.score!.shots.map((shot, i) => ({ ...shot, start: frames(10 * i), clip: 'a' })),
        length: frames(10 * plan.score!.shots.length),
      },
    };
    const framed = {
      ...even,
      score: {
        ...even.score,
        shots: even.score.shots.map((shot, i) =>
          i === 9 ? { ...shot, framing: { ...USUAL_FRAMING, scale: 2 } } : shot,
        ),
      },
    };
    const moved = setMove(setMove(framed, 9, 'whip-pan'), 8, 'drop');
    const pasted = pasteShots(moved, copyShots(moved, [3, 4]), frames(80));
    const { shots } = pasted.score!;
    expect(shots[8]!.join).toEqual(moved.score!.shots[8]!.join);
    expect(shots[9]!.join).toBeUndefined();
    expect(shots[9]!.framing).toBeUndefined();
    expect(shots[9]!.sourceIn).toBe(moved.score!.shots[4]!.sourceIn);
  });

  it('last as long in a plan of another rate, on its frames', () => {
    const other = changeRate(plan, frameRate(60));
    const copied = through(copyShots(plan, [2, 3]));
    const from = startOf(other, 5);
    const { to } = pastedRange(other, copied, from);
    const seconds = (filmOf(plan).shots[3]!.end - startOf(plan, 2)) / 24;
    expect(to - from).toBe(Math.round(seconds * 60));
    acceptable(other, pasteShots(other, copied, from));
  });

  it('are refused where a clip is missing, a cut is locked, or there is no film', () => {
    const copied = copyShots(plan, [2]);
    const { name } = filmOf(plan).shots[2]!.clip!;
    const without = { ...plan, clips: plan.clips.map((c) => ({ ...c, name: `other ${c.id}` })) };
    expect(() => pasteShots(without, copied, frames(0))).toThrow(`does not have “${name}”`);
    const long = copyShots(plan, [2, 3, 4]);
    const locked = lockCut(plan, 9, true);
    expect(() => pasteShots(locked, long, frames(startOf(plan, 9) - 1))).toThrow('Cut 9 is locked');
    expect(pasteShots(locked, copied, startOf(plan, 9)).score!.shots.some((s) => s.locked)).toBe(
      true,
    );
    expect(() => pasteShots(plan, copied, plan.score!.length)).toThrow(CaesuraError);
    expect(() => pasteShots(samplePlan(), copied, frames(0))).toThrow(CaesuraError);
    expect(() => copyShots(plan, [])).toThrow('No shot is chosen');
  });

  it('know a clip by its content, whatever it is called elsewhere', () => {
    const content = 'c'.repeat(64);
    const filed = { ...plan, clips: plan.clips.map((c) => (c.id === 'b' ? { ...c, content } : c)) };
    const index = filmOf(filed).shots.findIndex(({ clip }) => clip?.id === 'b');
    const renamed: Plan = {
      ...filed,
      score: { ...filed.score!, shots: filed.score!.shots.map((s) => ({ ...s, clip: 'a' })) },
      clips: filed.clips.map((c) => (c.id === 'b' ? { ...c, id: 'z', name: 'Roller' } : c)),
    };
    const pasted = pasteShots(renamed, copyShots(filed, [index]), frames(0));
    expect(filmOf(pasted).shots[0]!.clip!.id).toBe('z');
  });
});

describe('a copied move', () => {
  const moved = changeJoin(setMove(plan, 4, 'zoom-through'), 4, { easeIn: 'linear' });

  it('is the same on other cuts, in its own plan and in another', () => {
    const copied = through(copyMove(moved, 4));
    const pasted = pasteMove(moved, copied, [6, 9]);
    for (const cut of [6, 9])
      expect(joinAt(pasted, cut).settings).toEqual(joinAt(moved, 4).settings);
    acceptable(moved, pasted);
  });

  it('follows its recipe where that is, and has its settings as its own where it is not', () => {
    const kept = keepRecipe(moved, 4, 'Round');
    const copied = through(copyMove(kept, 4));
    expect(joinAt(pasteMove(kept, copied, [6]), 6).join!.recipe).toBe(joinAt(kept, 4).join!.recipe);
    const pasted = pasteMove(plan, copied, [6]);
    expect(joinAt(pasted, 6).join!.recipe).toBeUndefined();
    expect(joinAt(pasted, 6).settings).toEqual(joinAt(kept, 4).settings);
    acceptable(plan, pasted);
  });

  it('is refused of a hard cut, on no cut, and where its window is longer than a shot', () => {
    expect(() => copyMove(plan, 5)).toThrow('Cut 5 is a hard cut');
    expect(() => pasteMove(plan, copyMove(moved, 4), [])).toThrow('no cut is chosen');
    const shortest = filmOf(plan).shots.reduce((a, b) => (b.length < a.length ? b : a));
    const longest = filmOf(plan).shots.reduce((a, b) => (b.length > a.length ? b : a));
    const { index, length } = longest;
    expect(length).toBeGreaterThan(shortest.length);
    const wide = setWindow(setMove(plan, index + 1, 'plain'), index + 1, length, 2);
    const copied = copyMove(wide, index + 1);
    expect(() => pasteMove(plan, copied, [shortest.index + 1])).toThrow('longer than shot');
    expect(() => pasteMove(plan, { ...copied, kind: 'shots' }, [5])).toThrow('not move');
  });
});

describe('a copied phrase', () => {
  it('lands where it is put, with its length', () => {
    const at = frames(100);
    const [end] = [frames(130)];
    const with1 = addPhrases(
      plan,
      [{ at: { on: 'frame', frame: at }, to: { on: 'frame', frame: end } }],
      { set: { kind: 'push' } },
    );
    const [own] = filmOf(with1).phrases;
    const pasted = pastePhrase(with1, through(copyPhrase(with1, own!.phrase.id)), [
      frames(301),
      frames(500),
    ]);
    const [, one, two] = filmOf(pasted).phrases;
    expect([one!.lands, two!.lands]).toEqual([301, 500]);
    for (const phrase of [one!, two!]) {
      expect(phrase.end - phrase.start).toBe(own!.end - own!.start);
      expect(phrase.settings).toEqual(own!.settings);
    }
    acceptable(with1, pasted);
  });
});

describe('copied speeds', () => {
  it('are those of the shot, on others; what is held of them is not broken', () => {
    const ramp = shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST });
    const made = setRamp(plan, 3, ramp);
    const pasted = pasteSpeeds(made, through(copySpeedsOf(made, 3)), [6, 8]);
    const { shots } = filmOf(pasted);
    for (const i of [6, 8]) {
      expect(shots[i]!.ramp).toEqual(filmOf(made).shots[3]!.ramp);
      expect(landedMoments(filmOf(pasted), shots[i]!)).toEqual(
        landedMoments(filmOf(made), filmOf(made).shots[i]!),
      );
    }
    acceptable(made, pasted);
    expect(() => pasteSpeeds(made, copySpeedsOf(made, 3), [])).toThrow('no shot is chosen');
  });
});

describe('copied effects', () => {
  const kit = planWithKit();
  const whoosh = kitEffect(kit, 'whoosh-hard');
  const shot = (n: number) => kit.score!.shots[n]!.id;
  const made = putRiser(
    putHits(kit, whoosh.id, [
      { on: 'cut', shot: shot(3), by: 0 },
      { on: 'cut', shot: shot(3), by: 5 },
    ]),
    whoosh.id,
    { on: 'cut', shot: shot(3), by: -20 },
    { on: 'cut', shot: shot(3), by: 0 },
  );
  const copied = through(
    copyEffects(
      made,
      made.effects.map(({ id }) => id),
      startOf(made, 3),
    ),
  );

  it('lie as far from other cuts, and from a frame without one', () => {
    const places = [
      { frame: startOf(made, 7), cut: 7 },
      { frame: frames(500), cut: null },
    ];
    const pasted = pasteEffects(made, copied, places);
    const added = filmOf(pasted).effects.slice(3);
    const offs = (of: readonly EffectFacts[], from: number) =>
      of.map(({ at, other }) => [at.frame - from, other && other.frame - from]);
    const own = offs(filmOf(made).effects, startOf(made, 3));
    expect(own).toEqual([
      [0, null],
      [5, null],
      [0, -20],
    ]);
    expect(offs(added.slice(0, 3), startOf(made, 7))).toEqual(own);
    expect(offs(added.slice(3), 500)).toEqual(own);
    acceptable(made, pasted);
  });

  it('are refused where a plan does not have their files', () => {
    const places = [{ frame: startOf(plan, 7), cut: 7 }];
    expect(() => pasteEffects(plan, copied, places)).toThrow(`does not have “${whoosh.name}”`);
    expect(() => pasteEffects(made, copied, [])).toThrow('no cut is chosen');
  });
});

describe('the text of a copy', () => {
  const text = copiedText(copyShots(plan, [1]));

  it('is told from all other text', () => {
    for (const other of ['', '{}', '[1]', 'a song', text.slice(1), ` ${text}`])
      expect(readCopied(other)).toBeNull();
  });

  it('is refused whole when it is damaged', () => {
    expect(() => readCopied(text.slice(0, -5))).toThrow('It breaks off');
    expect(() => readCopied(text.replace('"shots"', '"steps"'))).toThrow('not known');
    expect(() => readCopied(text.replace('"start":0', '"start":-1'))).toThrow(CaesuraError);
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.string({ maxLength: 3 }), (at, into) => {
        const changed = text.slice(0, at) + into + text.slice(at + 1);
        try {
          const read = readCopied(changed);
          if (read) PlanSchema.parse(read.plan);
        } catch (error) {
          expect(error).toBeInstanceOf(CaesuraError);
        }
      }),
      { numRuns: 300 },
    );
  });
});
