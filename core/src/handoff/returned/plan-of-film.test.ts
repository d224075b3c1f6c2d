import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { newPlan, PlanSchema, type Plan } from '../../plan/index.ts';
import { joinOf, planOfParts, type Part } from '../../testing/joined-plans.ts';
import { frameRate, rational, USUAL_RATES } from '../../time/index.ts';
import { carriedOverlaps } from '../carried-overlaps.ts';
import { filmOfEdl } from '../edl/edl-film.ts';
import { readEdl } from '../edl/read-edl.ts';
import { readOtio } from '../otio/read-otio.ts';
import { timelineOtio } from '../otio/write-otio.ts';
import { matchedMedia } from './match-clips.ts';
import { planOfFilm } from './plan-of-film.ts';

const part = fc.record({
  length: fc.integer({ min: 8, max: 60 }),
  in: fc.integer({ min: 100, max: 500 }),
  rate: fc.constantFrom(...USUAL_RATES),
  percent: fc.constantFrom(100, 100, 50, 200, 80),
  over: fc.constantFrom([0, 0], [0, 0], [3, 3], [1, 2], [0, 4]),
});

/** What a timeline carries of the shots of a plan, as the films of both say it. */
function carriedOf(plan: Plan) {
  const film = filmOf(plan);
  const overlaps = carriedOverlaps(film);
  return film.shots.map(({ start, end, clip, sourceIn, time, length, index }) => {
    const into = film.joins[index - 1];
    return {
      ...{ start, end, clip: clip?.name ?? null, sourceIn },
      shown: Array.from({ length }, (_, k) => time?.at(k)),
      over: into && overlaps.has(into.cut) ? into.blend : null,
    };
  });
}

describe('a film that comes back', () => {
  it('is the plan again for all that a timeline carries: cuts, clips, source, speeds, dissolves', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.array(part, { minLength: 1, maxLength: 8 }),
        (rate, drawn) => {
          const plan = planOfParts(
            rate,
            drawn.map(({ percent, over: [before, after], ...rest }, i): Part => ({
              ...{ ...rest, frames: 9000, speed: rational(percent, 100) },
              ...(i > 0 &&
                before! + after! > 0 && {
                  join: joinOf('plain', before!, after!, { pictures: 'overlap' }),
                }),
            })),
          );
          const film = readOtio(timelineOtio.write(plan));
          const matched = matchedMedia(film, plan.clips);
          expect(matched.every(({ taken }) => taken !== null)).toBe(true);
          const made = planOfFilm(film, matched, { ...newPlan('Empty'), clips: plan.clips });
          expect(carriedOf(made.plan)).toEqual(carriedOf(plan));
          expect(PlanSchema.parse(made.plan)).toEqual(made.plan);
          const { name, start, target, dropFrame } = made.plan;
          expect({ name, start, target, dropFrame, rate: made.plan.rate }).toEqual({
            ...{ name: plan.name, start: plan.start, target: plan.target, rate },
            dropFrame: plan.dropFrame,
          });
        },
      ),
      { numRuns: 300 },
    );
  });

  it('with clips that are not known has them entered, long enough for all that is used', () => {
    const text = `TITLE: Someone's
001  A01  V  C        10:00:05:00 10:00:07:00 01:00:00:00 01:00:02:00
* FROM CLIP NAME: Wide
002  A01  V  C        10:00:01:00 10:00:02:00 01:00:02:00 01:00:03:00
003  A02  V  C        00:00:00:00 00:00:01:00 01:00:03:00 01:00:04:00
M2   A02  -024.0      00:00:00:23
004  BL   V  C        00:00:00:00 00:00:01:00 01:00:04:00 01:00:05:00
* LOC: 01:00:02:12 RED look here`;
    const reading = { rate: frameRate(24), dropFrame: false, sourceOf: () => null };
    const film = filmOfEdl(readEdl(text), reading);
    const matched = matchedMedia(film, []);
    expect(matched.map(({ media, taken }) => [media.name, media.reel, taken])).toEqual([
      ['Wide', 'A01', null],
      ['', 'A01', null],
      ['', 'A02', null],
    ]);
    const { plan, told } = planOfFilm(film, matched, newPlan('New'));
    expect(told.map(({ words }) => words.slice(0, 20))).toEqual([
      'How long “Wide” is, ',
      'How long “A01” is, i',
      'How long “A02” is, i',
    ]);
    expect(plan.name).toBe("Someone's");
    const shots = filmOf(plan).shots;
    expect(shots.map(({ clip }) => clip?.name ?? null)).toEqual(['Wide', 'A01', 'A02', null]);
    // Backwards from its last frame.
    expect([0, 1, 2, 23].map((k) => shots[2]!.time!.at(k))).toEqual([23, 22, 21, 0]);
    expect(plan.notes.map(({ frame, text: words }) => [frame, words])).toEqual([
      [60, 'RED look here'],
    ]);
  });

  it('is matched by file, name, reel and figures, and left open where two fit as well', () => {
    const plan = planOfParts(frameRate(24), [
      { length: 24, in: 30, frames: 500 },
      { length: 24, in: 30, frames: 500 },
    ]);
    const film = readOtio(timelineOtio.write(plan));
    const twins = plan.clips.map((clip) => ({ ...clip, name: 'Clip 0', fileName: 'a.mov' }));
    const [first] = matchedMedia(film, twins);
    expect(first!.taken).toBeNull();
    expect(first!.fits).toHaveLength(2);
    const renamed = plan.clips.map((clip) => ({ ...clip, name: `x ${clip.name}` }));
    expect(matchedMedia(film, renamed).map(({ taken }) => taken?.clip.id ?? null)).toEqual(
      plan.clips.map(({ fileName, id }) => (fileName ? id : null)),
    );
  });
});
