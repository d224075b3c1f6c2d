import { z } from 'zod';
import { FAULT_AREAS } from './fault.ts';
import { FAULT_CODES, type FaultCode } from './registry.ts';
import { faultsOf } from './faults.ts';
import { mendsOf } from './mends.ts';
import type { Plan } from '../plan/index.ts';
import { formatTimecode, toText } from '../time/index.ts';

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
