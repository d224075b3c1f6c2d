import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf, type Film } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { frames, instantOfFrame, toNumber } from '../../time/index.ts';
import { cutOffsets } from './cut-offsets.ts';
import { systematicOffset, systematicWords, type TimedOffset } from './systematic-offset.ts';

/** A film whose cuts are on beats, with its cuts moved as they say. */
function cutAs(move: (frame: number, index: number) => number): Film {
  const plan = layOutSteadily(samplePlan());
  const shots = plan.score!.shots.map((shot, i) =>
    i === 0 ? shot : { ...shot, start: frames(Math.round(move(shot.start, i))) },
  );
  const made: Plan = { ...plan, score: { ...plan.score!, shots } };
  return filmOf(made);
}
const timed = (film: Film): TimedOffset[] =>
  cutOffsets(film).flatMap(({ cut, frame, fromBeat }) =>
    fromBeat
      ? [{ cut, at: toNumber(instantOfFrame(frame, film.plan.rate)), frames: fromBeat.frames }]
      : [],
  );
const wordsOf = (film: Film): string[] => systematicWords(systematicOffset(timed(film))!);

describe('the cuts of a film against its music', () => {
  it('are as far from the nearest cue of each kind as a search over all of them finds', () => {
    const film = cutAs((frame, i) => frame + ((i * 7) % 5) - 2);
    for (const { frame, offsets, fromBeat } of cutOffsets(film)) {
      const at = toNumber(instantOfFrame(frame, film.plan.rate));
      for (const [kind, offset] of Object.entries(offsets)) {
        const all = film.cues.filter((cue) => cue.kind === kind);
        const least = Math.min(...all.map((cue) => Math.abs(at - toNumber(cue.at))));
        expect(Math.abs(offset!.milliseconds)).toBeCloseTo(1000 * least, 6);
        expect(offset!.frames).toBeCloseTo((offset!.milliseconds / 1000) * 24, 9);
      }
      const beat = Math.min(...film.beats.map((cue) => Math.abs(at - toNumber(cue.at))));
      expect(Math.abs(fromBeat!.milliseconds)).toBeCloseTo(1000 * beat, 6);
    }
  });

  it('on their beats have nothing in common to tell', () => {
    expect(wordsOf(cutAs((frame) => frame))).toEqual([]);
  });

  it('that all come two frames early are told so', () => {
    expect(wordsOf(cutAs((frame) => frame - 2))[0]).toMatch(
      /^All cuts come (1\.[89]|2|2\.[12]) frames early\.$/,
    );
  });

  it('that drift by a thousandth are told so, by how much', () => {
    const film = cutAs((frame) => frame * 1.001);
    const { drift } = systematicOffset(timed(film))!;
    // A thousandth of 24 frames a second: one frame over the film, half of it open by rounding.
    expect(drift).toBeGreaterThan(0.012);
    expect(drift).toBeLessThan(0.036);
    expect(wordsOf(film).some((words) => words.startsWith('The cuts drift: '))).toBe(true);
    // Over ten minutes it is told to a fiftieth.
    const long = Array.from({ length: 300 }, (_, i): TimedOffset => ({
      ...{ cut: (i + 1) as TimedOffset['cut'], at: 2 * i },
      frames: Math.round(48 * i * 1.001) - 48 * i,
    }));
    expect(systematicOffset(long)!.drift).toBeCloseTo(0.024, 3);
  });

  it('of which three are off are told which, whatever is common to the others', () => {
    for (const lead of [0, -2, 3]) {
      const film = cutAs((frame, i) => frame + lead + ([4, 9, 13].includes(i) ? 4 : 0));
      expect(systematicOffset(timed(film))!.off, `${lead}`).toEqual([4, 9, 13]);
      expect(wordsOf(film).at(-1)).toBe(
        'Cuts 4, 9, 13 are off by more than a frame beside the others.',
      );
    }
  });

  it('are judged alike wherever single ones are: a quarter of them moves nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 80 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.array(fc.tuple(fc.nat(79), fc.double({ min: -9, max: 9, noNaN: true })), {
          maxLength: 3,
        }),
        (count, lead, moved) => {
          const offsets = Array.from({ length: count }, (_, i): TimedOffset => {
            const own = moved.find(([at]) => at === i)?.[1] ?? 0;
            return { cut: (i + 1) as TimedOffset['cut'], at: i, frames: lead + own };
          });
          const found = systematicOffset(offsets)!;
          expect(found.frames).toBeCloseTo(lead, 6);
          expect(found.drift).toBe(0);
        },
      ),
    );
    expect(systematicOffset([])).toBeNull();
  });
});
