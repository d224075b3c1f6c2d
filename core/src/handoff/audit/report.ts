import { z } from 'zod';
import { CUE_KINDS, type Plan } from '../../plan/index.ts';
import { filmOf } from '../../film/index.ts';
import { formatTimecode, toText } from '../../time/index.ts';
import { auditOf } from './audit.ts';
import type { CutOffset } from './cut-offsets.ts';
import { proposeCuts, type ProposeHow } from './proposals.ts';

const whole = z.number().int();
const OffsetSchema = z.object({
  milliseconds: z.number(),
  frames: z.number(),
  bar: whole,
  beat: whole,
  /** 0–1. */
  strength: z.number(),
});

/** What an audit of a film prints. */
export const AuditReportSchema = z.object({
  film: z.string(),
  rate: z.string(),
  /** What is to be said of the whole. */
  words: z.array(z.string()),
  cuts: z.array(
    z.object({
      cut: whole,
      frame: whole,
      timecode: z.string(),
      /** The nearest beat; null without music. Less than 0 is early. */
      fromBeat: OffsetSchema.nullable(),
      /** The nearest cue of each kind. */
      fromCues: z.partialRecord(z.enum(CUE_KINDS), OffsetSchema),
    }),
  ),
  onBeats: whole,
  /** What is common to all cuts: frames late, how that grows in a minute, cuts beside it. */
  systematic: z
    .object({ frames: z.number(), driftAMinute: z.number(), off: z.array(whole) })
    .nullable(),
  pacing: z.object({
    shots: whole,
    shortest: z.number(),
    median: z.number(),
    longest: z.number(),
    cutsAMinute: z.number(),
    stretches: z.array(
      z.object({ name: z.string(), from: whole, to: whole, shots: whole, mean: z.number() }),
    ),
    arc: z.array(z.string()),
  }),
  /** Events of clips that miss a cue by a little: film frame, and frames late. */
  misses: z.array(
    z.object({ shot: whole, sourceFrame: whole, frame: whole, late: whole, bar: whole }),
  ),
  again: z.array(z.object({ shot: whole, before: whole, frames: whole })),
  faults: z.array(z.object({ kind: z.string(), message: z.string(), mend: z.string() })),
  proposals: z.array(
    z.object({
      cut: whole,
      from: whole,
      to: whole,
      onto: z.enum(CUE_KINDS),
      does: z.array(z.string()),
      refused: z.string().nullable(),
    }),
  ),
});
export type AuditReport = z.output<typeof AuditReportSchema>;

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));
const offsetOf = ({ cue, milliseconds, frames }: CutOffset) => ({
  ...{ milliseconds: rounded(milliseconds, 3), frames: rounded(frames, 4) },
  ...{ bar: cue.bar, beat: cue.beat, strength: cue.strength },
});

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

/** The audit of a plan with the cuts that are proposed to move. */
export function auditReport(plan: Plan, how: ProposeHow): AuditReport {
  const { words, cuts, onBeats, systematic, pacing, misses, again, faults } = auditOf(plan);
  return {
    ...{ film: plan.name, rate: toText(plan.rate), words: [...words], onBeats },
    cuts: cuts.map(({ cut, frame, fromBeat, offsets }) => ({
      ...{ cut, frame, timecode: timecodeOf(plan, frame) },
      fromBeat: fromBeat && offsetOf(fromBeat),
      fromCues: Object.fromEntries(
        Object.entries(offsets).map(([kind, offset]) => [kind, offsetOf(offset)]),
      ) as AuditReport['cuts'][number]['fromCues'],
    })),
    systematic: systematic && {
      frames: rounded(systematic.frames, 3),
      driftAMinute: rounded(60 * systematic.drift, 3),
      off: [...systematic.off],
    },
    pacing: {
      ...pacing,
      cutsAMinute: rounded(pacing.cutsAMinute, 2),
      stretches: pacing.stretches.map((one) => ({ ...one, mean: rounded(one.mean, 2) })),
      arc: [...pacing.arc],
    },
    misses: misses.map(({ shot, moment, frame, cue }) => ({
      ...{ shot: shot + 1, sourceFrame: moment, frame, late: frame - cue!.frame, bar: cue!.bar },
    })),
    again: again.map(({ shot, before, frames }) => ({
      ...{ shot: shot + 1, before: before + 1, frames },
    })),
    faults: faults.map(({ code, message, mend }) => ({ kind: code, message, mend })),
    proposals: proposeCuts(filmOf(plan), how).map(({ cut, from, to, cue, does, refused }) => ({
      ...{ cut, from, to, onto: cue.kind, does: [...does], refused },
    })),
  };
}
