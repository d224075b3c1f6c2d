import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { moveCut } from '../../plan/edits/edit-cuts.ts';
import { PlanSchema, type Plan, type Shot } from '../../plan/index.ts';
import { planOfParts, type Part } from '../../testing/joined-plans.ts';
import {
  CaesuraError,
  frameRate,
  frames,
  rational,
  sourceFrames,
  USUAL_RATES,
} from '../../time/index.ts';
import { readFilm } from '../returned/read-film.ts';
import { matchedMedia } from '../returned/match-clips.ts';
import { planBeside } from '../returned/beside.ts';
import { planOfFilm } from '../returned/plan-of-film.ts';
import { timelineOtio } from '../otio/write-otio.ts';
import { changesOf } from './changes.ts';
import { mergeChange } from './merge.ts';
import { changesCsv, changesPage } from './sheet.ts';

const film = frameRate(24);
const base = planOfParts(
  film,
  [40, 30, 50, 24, 36, 60].map((length, i): Part => ({
    ...{ length, in: 500 + 100 * i, frames: 9000, rate: film },
  })),
);
const withShots = (plan: Plan, change: (shots: readonly Shot[]) => Shot[], longer = 0): Plan => ({
  ...plan,
  score: {
    shots: change(plan.score!.shots),
    length: frames(plan.score!.length + longer),
  },
});
const kinds = (was: Plan, is: Plan) =>
  changesOf(was, is).map(({ kind, words }) => `${kind}: ${words}`);

/** What is seen on every frame, by the names of the clips. */
const seen = (plan: Plan) =>
  filmOf(plan).shots.flatMap(({ clip, time, length }) =>
    Array.from({ length }, (_, k) => `${clip?.name} ${time?.at(k)}`),
  );

describe('what changed between two versions', () => {
  it('is nothing where nothing did, whatever the ids', () => {
    expect(changesOf(base, base)).toEqual([]);
    const renamed = withShots(base, (shots) => shots.map((shot, i) => ({ ...shot, id: `x${i}` })));
    expect(changesOf(base, renamed)).toEqual([]);
  });

  it('is said in words of the cut: moved, longer, in, out, replaced, slipped, faster', () => {
    expect(kinds(base, moveCut(base, 2 as never, 65 as never))).toEqual([
      'cut: The cut to “Clip 2” comes 5 frames earlier.',
    ]);
    const longer = withShots(
      base,
      (shots) => shots.map((s, i) => (i > 1 ? { ...s, start: frames(s.start + 12) } : s)),
      12,
    );
    expect(kinds(base, longer)).toEqual([
      'length: Shot 2 lasts 42 frames in place of 30; what follows comes 12 frames later.',
    ]);
    const out = withShots(
      base,
      (shots) =>
        shots.flatMap((s, i) =>
          i === 2 ? [] : [i > 2 ? { ...s, start: frames(s.start - 50) } : s],
        ),
      -50,
    );
    expect(kinds(base, out)).toEqual([
      'shot out: Shot 3 of before is gone: Clip 2, 50 frames from source frame 700.',
    ]);
    expect(kinds(out, base)).toEqual([
      'shot in: Shot 3 is new: Clip 2, 50 frames from source frame 700.',
    ]);
    const one = (change: Partial<Shot>) =>
      withShots(base, (shots) => shots.map((s, i) => (i === 3 ? { ...s, ...change } : s)));
    expect(kinds(base, one({ clip: 'c0' }))).toEqual([
      'clip: Shot 4 shows “Clip 0” in place of “Clip 3”.',
    ]);
    expect(kinds(base, one({ sourceIn: sourceFrames(807) }))).toEqual([
      'source: Shot 4 begins with source frame 807 in place of 800.',
    ]);
    expect(kinds(base, one({ speed: rational(1, 2) }))).toEqual([
      'speed: Shot 4 goes at 50 % in place of 100 %.',
    ]);
    expect(kinds(base, { ...base, start: frames(0) })).toEqual([
      'film: The first timecode is frame 0 in place of frame 86400.',
    ]);
  });

  it('of a film that was handed out and came back is nothing, at all countings', () => {
    for (const rate of USUAL_RATES) {
      const plan = planOfParts(
        rate,
        [40, 30, 50].map((length, i): Part => ({ length, in: 100 * i, frames: 9000, rate: film })),
      );
      const { film: back } = readFilm(timelineOtio.write(plan), { clips: plan.clips });
      const made = planOfFilm(back, matchedMedia(back, plan.clips), planBeside(back, plan)).plan;
      expect(changesOf(plan, made)).toEqual([]);
    }
  });

  it('stands as a table and as a page', () => {
    const later = moveCut(base, 2 as never, 65 as never);
    const changes = changesOf(base, later);
    const csv = changesCsv(later, changes);
    expect(csv.split('\r\n')[1]).toBe(
      'cut,01:00:02:17,65,70,3,3,70,65,The cut to “Clip 2” comes 5 frames earlier.',
    );
    expect(changesPage(later, 'version 3', changes)).toContain('1 change from version 3');
  });
});

const edit = fc.record({
  what: fc.constantFrom('move', 'longer', 'out', 'in', 'clip', 'source', 'speed'),
  at: fc.nat(20),
  by: fc.integer({ min: -9, max: 9 }),
});

/** A version with an edit made; as it is where that cannot be. */
function edited(plan: Plan, { what, at, by }: { what: string; at: number; by: number }): Plan {
  const { shots, length } = plan.score!;
  const i = at % shots.length;
  const shot = shots[i]!;
  const end = shots[i + 1]?.start ?? length;
  const put = (change: Partial<Shot>) =>
    withShots(plan, (list) => list.map((s, n) => (n === i ? { ...s, ...change } : s)));
  const after = (from: number, offset: number) => (s: Shot, n: number) =>
    n >= from ? { ...s, start: frames(s.start + offset) } : s;
  switch (what) {
    case 'move': {
      const to = shot.start + by;
      const isRoom = i > 0 && to > shots[i - 1]!.start && to < end;
      return isRoom ? put({ start: frames(to) }) : plan;
    }
    case 'longer':
      return end - shot.start + by < 1
        ? plan
        : withShots(plan, (list) => list.map(after(i + 1, by)), by);
    case 'out':
      return shots.length < 3
        ? plan
        : withShots(
            plan,
            (list) => list.map(after(i + 1, shot.start - end)).filter((_, n) => n !== i),
            shot.start - end,
          );
    case 'in': {
      const own = { ...shot, id: `new-${shots.length}-${at}`, sourceIn: sourceFrames(5000 + at) };
      return withShots(
        plan,
        (list) => [...list.slice(0, i), own, ...list.slice(i).map(after(0, 17))],
        17,
      );
    }
    case 'clip':
      return put({ clip: `c${(i + 1) % 6}`, sourceIn: sourceFrames(3000 + at) });
    case 'source':
      return put({ sourceIn: sourceFrames(shot.sourceIn + 40 + by) });
    default:
      return put({ speed: rational(10 + Math.abs(by), 10) });
  }
}

describe('changes taken one by one', () => {
  it('end in the other version, whatever was edited, each leaving a plan that can be saved', () => {
    let ended = 0;
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 6 }), (edits) => {
        const other = edits.reduce(edited, base);
        let plan = base;
        for (let n = 0; n < 60; n++) {
          const [next] = changesOf(plan, other);
          if (!next) break;
          try {
            plan = mergeChange(plan, other, next);
          } catch (error) {
            // One that cannot be taken yet says why, and leaves the plan as it was.
            expect(error).toBeInstanceOf(CaesuraError);
            const others = changesOf(plan, other).slice(1);
            const able = others.find((one) => {
              try {
                return mergeChange(plan, other, one) !== plan;
              } catch {
                return false;
              }
            });
            if (!able) break;
            plan = mergeChange(plan, other, able);
          }
          expect(PlanSchema.parse(plan)).toEqual(plan);
        }
        if (changesOf(plan, other).length === 0) {
          ended++;
          expect(seen(plan)).toEqual(seen(other));
        }
      }),
      { numRuns: 120 },
    );
    expect(ended).toBeGreaterThan(110);
  });
});
