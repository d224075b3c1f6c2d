import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { PlanSchema, type CueKind, type Plan, type Shot } from '../../plan/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { frames, sourceFrames, toNumber } from '../../time/index.ts';
import { auditOf, usualReach } from './audit.ts';
import { proposeCuts, takeProposals, type ProposeHow } from './proposals.ts';
import { auditReport, AuditReportSchema } from './report.ts';
import { auditCsv, auditPage } from './sheet.ts';

const BEATS: ReadonlySet<CueKind> = new Set(['downbeat', 'beat']);
const onBeats: ProposeHow = { within: 4, kinds: BEATS, lead: 0 };

/** A film on its beats whose cuts were moved by frames, with source left on both sides. */
function movedBy(by: readonly number[]): { readonly good: Plan; readonly moved: Plan } {
  const laid = layOutSteadily(samplePlan());
  const clips = laid.clips.map((clip) => ({
    ...clip,
    frames: sourceFrames(90_000),
    usable: { in: sourceFrames(0), out: sourceFrames(90_000) },
  }));
  const good: Plan = {
    ...laid,
    clips,
    score: {
      ...laid.score!,
      shots: laid.score!.shots.map((shot, i) => ({
        ...shot,
        sourceIn: sourceFrames(5000 + 700 * i),
      })),
    },
  };
  const shots = good.score!.shots.map((shot, i) => {
    const off = i === 0 ? 0 : (by[i % by.length] ?? 0);
    const facts = filmOf(good).shots[i]!;
    // Cut elsewhere by a roll: what is shown when stays.
    const sourceIn = facts.time?.at(off) ?? shot.sourceIn;
    return { ...shot, start: frames(shot.start + off), sourceIn };
  });
  return { good, moved: { ...good, score: { ...good.score!, shots } } };
}

/** What is seen on every frame of a film: clip and source frame. */
function seen(plan: Plan): string[] {
  return filmOf(plan).shots.flatMap(({ clip, time, length }) =>
    Array.from({ length }, (_, k) => `${clip?.id} ${time?.at(k)}`),
  );
}

describe('cuts that are moved to their cues', () => {
  it('are looked for as far as all of them are off alike', () => {
    for (const lag of [-5, 0, 5]) {
      const { moved } = movedBy([lag]);
      const within = usualReach(auditOf(moved));
      expect(within).toBe(lag === 0 ? 3 : 6);
      const cuts = moved.score!.shots.length - 1;
      const proposals = proposeCuts(filmOf(moved), { ...onBeats, within });
      expect(proposals).toHaveLength(lag === 0 ? 0 : cuts);
    }
  });

  it('are the film again as it was, picture by picture, whatever they were moved by', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -4, max: 4 }), { minLength: 1, maxLength: 7 }),
        (by) => {
          const { good, moved } = movedBy(by);
          const proposals = proposeCuts(filmOf(moved), onBeats);
          expect(proposals.every(({ refused }) => refused === null)).toBe(true);
          const { plan, left } = takeProposals(moved, proposals);
          expect(left).toEqual([]);
          expect(plan.score!.shots.map(({ start }) => start)).toEqual(
            good.score!.shots.map(({ start }) => start),
          );
          expect(plan.score!.length).toBe(good.score!.length);
          // Clips at other rates may begin a source frame beside: cuts lie on film frames.
          const [is, was] = [seen(plan), seen(good)];
          const off = is.filter((one, n) => {
            const [[a, x], [b, y]] = [one.split(' '), was[n]!.split(' ')];
            return a !== b || Math.abs(Number(x) - Number(y)) > 1;
          });
          expect(off).toEqual([]);
          expect(PlanSchema.parse(plan)).toEqual(plan);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('keep a lead that is wanted, and move only those that are near enough', () => {
    const { moved } = movedBy([-2, -2, -3]);
    const led = proposeCuts(filmOf(moved), { ...onBeats, lead: 2 });
    const off = (plan: Plan) =>
      filmOf(plan).joins.map(({ frame }) => {
        const at = frame / toNumber(plan.rate);
        return filmOf(plan).beats.reduce((least, { at: beat }) => {
          const from = (at - toNumber(beat)) * toNumber(plan.rate);
          return Math.abs(from) < Math.abs(least) ? from : least;
        }, Infinity);
      });
    const { plan } = takeProposals(moved, led);
    for (const frame of off(plan)) expect(Math.abs(frame + 2)).toBeLessThanOrEqual(0.5 + 1e-9);
    const near = proposeCuts(filmOf(moved), { ...onBeats, within: 2 });
    expect(near.every(({ from, to }) => Math.abs(to - from) <= 2)).toBe(true);
    expect(near.length).toBeLessThan(proposeCuts(filmOf(moved), onBeats).length);
  });

  it('are refused, with why, where a clip has no more, the cut is locked or a ramp is there', () => {
    const { moved } = movedBy([2]);
    const film = filmOf(moved);
    const first = proposeCuts(film, onBeats)[0]!;
    const change = (of: Partial<Shot>): Plan => ({
      ...moved,
      score: {
        ...moved.score!,
        shots: moved.score!.shots.map((one, i) => (i === first.cut ? { ...one, ...of } : one)),
      },
    });
    const why = (plan: Plan) =>
      proposeCuts(filmOf(plan), onBeats).find(({ cut }) => cut === first.cut)?.refused;
    // The cut goes two frames earlier, so that its picture needs what is before its first frame.
    expect(first.to - first.from).toBe(-2);
    expect(why(change({ sourceIn: sourceFrames(0) }))).toContain('nothing before its first frame');
    expect(why(change({ locked: true }))).toBe('The cut is locked.');
    const key = { from: 'start' as const, at: 0, speed: { num: 1, den: 2 }, ease: 'linear' };
    expect(why(change({ ramp: [key] }))).toContain('ramped');
    // One that can be done is done though another cannot.
    const locked = change({ locked: true });
    const all = proposeCuts(filmOf(locked), onBeats);
    const { left } = takeProposals(locked, all);
    expect(left.map(({ cut }) => cut)).toEqual([first.cut]);
  });
});

describe('the audit of a film', () => {
  it('says what is wrong with planted faults, and counts as a second count does', () => {
    const { good, moved } = movedBy([0, 0, 0, 3]);
    expect(auditOf(good).words[0]).toMatch(/^(\d+) of \1 cuts are on a beat.*100 %/);
    const audit = auditOf(moved);
    const count = filmOf(moved).joins.filter(({ frame }) =>
      filmOf(moved).beats.some(
        (beat) => Math.abs(frame / 24 - toNumber(beat.at)) * 24 <= 0.5 + 1e-6,
      ),
    ).length;
    expect(audit.onBeats).toBe(count);
    expect(audit.words.join(' ')).toMatch(/Cuts [\d, ]+ are off by more than a frame/);
    const report = auditReport(moved, onBeats);
    expect(AuditReportSchema.parse(report)).toEqual(report);
    expect(report.proposals).toHaveLength(filmOf(moved).joins.length - count);
    expect(auditCsv(moved, audit).trim().split('\r\n')).toHaveLength(audit.cuts.length + 1);
    const paper = auditPage(moved, audit, proposeCuts(filmOf(moved), onBeats));
    for (const words of audit.words) expect(paper).toContain(words);
  });

  it('does not count a cut inside one take, and tells pictures that come again', () => {
    const { good } = movedBy([0]);
    const shots = filmOf(good).shots;
    const [first, second] = [shots[0]!, shots[1]!];
    const goesOn = { clip: first.shot.clip, sourceIn: first.time!.at(first.length) };
    const through: Plan = {
      ...good,
      score: {
        ...good.score!,
        shots: good.score!.shots.map((one, i) =>
          i === 1 ? { ...one, ...goesOn } : i === 3 ? { ...one, ...goesOn } : one,
        ),
      },
    };
    const audit = auditOf(through);
    expect(audit.cuts.map(({ cut }) => cut)).not.toContain(second.index);
    expect(audit.words.join(' ')).toContain('1 cut goes on with the same pictures');
    expect(audit.again).toEqual([{ shot: 3, before: 1, frames: expect.any(Number) as number }]);
  });

  it('of a plan without cuts is refused', () => {
    expect(() => auditOf(samplePlan())).toThrow('no cuts');
  });
});
