import { z } from 'zod';
import { AnalysisReportSchema, analysisOfReport } from '../listen/report.ts';
import { CaesuraError, frames, parseLength, parseRate, parseTimecode, sourceFrames } from '../time/index.ts';
import { changeBrief, lengthContext, newPlan, setMusic, setRegion, type Clip, type Plan } from '../plan/index.ts';
import { layOutSteadily } from './steady-layout.ts';

const ClipRequestSchema = z.strictObject({
  name: z.string().min(1).max(120),
  file: z.string().min(1).max(255).optional(),
  rate: z.string(),
  frames: z.number().int().min(1),
  start: z.string().optional(),
  usable: z.tuple([z.number().int().min(0), z.number().int().min(1)]).optional(),
  size: z.tuple([z.number().int().min(1), z.number().int().min(1)]).optional(),
});

/** What a script gives to have a film laid out; lengths and rates as a person types them. */
export const LayoutRequestSchema = z.strictObject({
  name: z.string().min(1).max(120).default('Layout'),
  rate: z.string(),
  dropFrame: z.boolean().default(false),
  start: z.string().default('01:00:00:00'),
  target: z.string(),
  pace: z.string().default('2 beats'),
  lead: z.number().int().min(0).max(1000).default(0),
  /** The report of `analyse`, unchanged. */
  music: AnalysisReportSchema.optional(),
  /** Part of the music used, in seconds; from the first downbeat to the end when left out. */
  region: z.tuple([z.number().min(0), z.number().min(0)]).optional(),
  clips: z.array(ClipRequestSchema).max(5000).default([]),
});

function clipOf(request: z.output<typeof ClipRequestSchema>, index: number): Clip {
  const rate = parseRate(request.rate);
  const [from, to] = request.usable ?? [0, request.frames];
  const [width, height] = request.size ?? [1920, 1080];
  return {
    id: `c${index + 1}`,
    name: request.name,
    fileName: request.file ?? null,
    rate,
    frames: sourceFrames(request.frames),
    size: { width, height },
    start: sourceFrames(request.start ? parseTimecode(request.start, rate, request.start.includes(';')) : 0),
    dropFrame: request.start?.includes(';') ?? false,
    usable: { in: sourceFrames(from), out: sourceFrames(to) },
    poster: null,
    moments: [],
    declined: [],
  };
}

/** Lays out a film as asked for and returns its plan. Throws with the place of the first thing that is wrong. */
export function layOutRequest(json: unknown): Plan {
  const parsed = LayoutRequestSchema.safeParse(json);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    throw new CaesuraError(
      'bad-request',
      `The request is not right at ${issue?.path.join('.') || 'the top'}: ${issue?.message}`,
      'See docs/command-line.md for its form.',
    );
  }
  const request = parsed.data;
  const rate = parseRate(request.rate);
  const empty: Plan = {
    ...newPlan(request.name),
    rate,
    dropFrame: request.dropFrame,
    pace: request.pace,
    lead: frames(request.lead),
  };
  const start = parseTimecode(request.start, rate, request.dropFrame);
  let plan: Plan = { ...empty, start, clips: request.clips.map(clipOf) };
  if (request.music) plan = setMusic(plan, analysisOfReport(request.music));
  if (request.region) {
    const at = (t: number) => Math.round(t * plan.music!.analysis.sampleRate) as Parameters<typeof setRegion>[2];
    plan = setRegion(plan, plan.music!.id, at(request.region[0]), at(request.region[1]));
  }
  plan = changeBrief(plan, { target: parseLength(request.target, lengthContext(plan)).frames });
  return layOutSteadily(plan);
}
