import { z } from 'zod';
import { FAULT_AREAS } from './fault.ts';
import { FAULT_CODES, type FaultCode } from './registry.ts';
import { faultsOf } from './faults.ts';
import { mendsOf } from './mends.ts';
import { handlesOf } from '../joins/index.ts';
import { MOVES, type Plan } from '../plan/index.ts';
import { formatTimecode, toText, type CutIndex } from '../time/index.ts';
import { windowRows, type WindowRow, joinAt } from '../film/index.ts';

const whole = z.number().int();

/**
 * What a check of a plan prints: every fault with its place, figures and the mends that do away
 * with it.
 */
export const CheckReportSchema = z.object({
  plan: z.string(),
  rate: z.string(),
  faults: z.array(
    z.object({
      kind: z.enum(FAULT_CODES as readonly [FaultCode, ...FaultCode[]]),
      area: z.enum(FAULT_AREAS),
      /** From 1; null where it is not of one. */
      shot: whole.nullable(),
      cut: whole.nullable(),
      frame: whole.nullable(),
      timecode: z.string().nullable(),
      message: z.string(),
      /** Which side of the cut, or which effect; null where there is one alone. */
      target: z.string().nullable(),
      figures: z.record(z.string(), z.unknown()),
      mend: z.string(),
      mends: z.array(z.string()),
    }),
  ),
});
export type CheckReport = z.output<typeof CheckReportSchema>;

/** Every fault of a plan, with its mends tried. */
export function checkReport(plan: Plan): CheckReport {
  return {
    plan: plan.name,
    rate: toText(plan.rate),
    faults: faultsOf(plan).map((fault) => ({
      kind: fault.code,
      area: fault.area,
      shot: fault.shot === null ? null : fault.shot + 1,
      cut: fault.cut,
      frame: fault.frame,
      timecode:
        fault.frame === null
          ? null
          : formatTimecode(plan.start + fault.frame, plan.rate, plan.dropFrame),
      message: fault.message,
      target: fault.target ?? null,
      figures: { ...fault.figures },
      mend: fault.mend,
      mends: mendsOf(plan, fault).map(({ label }) => label),
    })),
  };
}

const SideSchema = z
  .object({
    sourceFrame: whole,
    /** Whether the file has no such frame and its last or first picture is held. */
    held: z.boolean(),
    scale: z.number(),
    x: z.number(),
    y: z.number(),
    rotation: z.number(),
    blur: z.number(),
    opacity: z.number(),
    /** The least scale that hides the edges; null where none does. */
    covers: z.number().nullable(),
    /** The farthest a corner goes while the shutter is open, in pixels of the film. */
    smeared: z.number(),
  })
  .nullable();

const HandleSchema = z.object({ needed: whole, there: whole, spare: whole }).nullable();

/** What the frames of a cut print: its window frame by frame. */
export const FramesReportSchema = z.object({
  cut: whole,
  frame: whole,
  timecode: z.string(),
  move: z.enum([...MOVES, 'hard cut']),
  pictures: z.enum(['inside', 'overlap']),
  before: whole,
  after: whole,
  /** In source frames. */
  handles: z.object({ out: HandleSchema, in: HandleSchema }),
  frames: z.array(
    z.object({ frame: whole, timecode: z.string(), out: SideSchema, in: SideSchema }),
  ),
});
export type FramesReport = z.output<typeof FramesReportSchema>;

function sideReport(row: WindowRow['out']): z.output<typeof SideSchema> {
  if (!row) return null;
  const { source, held, scale, x, y, rotation, blur, opacity, covers, smeared } = row;
  const shown = { scale, x, y, rotation, blur, opacity };
  return {
    sourceFrame: source,
    held,
    ...shown,
    covers: Number.isFinite(covers) ? covers : null,
    smeared,
  };
}

/** The window of a cut frame by frame. Throws when there is no such cut. */
export function framesReport(plan: Plan, cut: CutIndex): FramesReport {
  const facts = joinAt(plan, cut);
  const { settings, before, after, frame, overlap, join } = facts;
  const timecode = (n: number) => formatTimecode(plan.start + n, plan.rate, plan.dropFrame);
  const handles = handlesOf(facts);
  const figures = (handle: (typeof handles)['out']) =>
    handle && { needed: handle.needed, there: handle.there, spare: handle.spare };
  return {
    cut,
    frame,
    timecode: timecode(frame),
    move: join && !join.off ? settings.move : 'hard cut',
    pictures: overlap ? 'overlap' : 'inside',
    before,
    after,
    handles: { out: figures(handles.out), in: figures(handles.in) },
    frames: windowRows(facts).map((row) => ({
      frame: row.frame,
      timecode: timecode(row.frame),
      out: sideReport(row.out),
      in: sideReport(row.in),
    })),
  };
}
