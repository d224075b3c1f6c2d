import { z } from 'zod';
import { AnalysisReportSchema, analysisOfReport } from '../listen/analysis-report.ts';
import { NOTHING_FOUND } from '../listen/index.ts';
import {
  CaesuraError,
  frames,
  parseLength,
  parseRate,
  parseTimecode,
  rational,
  samples,
  sourceFrames,
  type Rational,
} from '../time/index.ts';
import { addSound, editCues, setMusic, setRegion } from '../plan/edits/edit-sounds.ts';
import { changeBrief } from '../plan/edits/edit-brief.ts';
import { lengthContext } from '../film/index.ts';
import {
  NO_WISHES,
  newPlan,
  WishesSchema,
  type Clip,
  type Plan,
  type Wishes,
  PlanSchema,
} from '../plan/index.ts';
import { withShots } from '../plan/edits/with-shots.ts';

/** Frames that a clip has at most: a day of timecode at 1000 frames a second. */
const MOST_FRAMES = 86_400_000;

/** Whole frames, or a length as typed. */
const length = z.union([z.number().int().min(0), z.string().min(1).max(40)]);
/** The name of a clip of the request. */
const clipName = z.string().min(1).max(120);
const pair = z.tuple([clipName, clipName]);

const ClipRequestSchema = z.strictObject({
  name: clipName,
  file: z.string().min(1).max(255).optional(),
  rate: z.string(),
  frames: z.number().int().min(1).max(MOST_FRAMES),
  start: z.string().optional(),
  usable: z.tuple([z.number().int().min(0), z.number().int().min(1)]).optional(),
  size: z.tuple([z.number().int().min(1), z.number().int().min(1)]).optional(),
  /** Source frames worth landing on a cue. */
  moments: z.array(z.number().int().min(0)).max(10_000).default([]),
  /** Speeds it may be shown at, 1 for normal, as fractions or per cent: `"1/2"`, `"40%"`. */
  speeds: z
    .array(z.string().regex(/^\d+(\/\d+)?%?$/, 'must be such as 1/2 or 40%'))
    .max(20)
    .default([]),
  use: z.enum(['may', 'must', 'never']).default('may'),
  most: z.number().int().min(1).max(1000).nullable().default(null),
});

/** What a script gives to have a film laid out; lengths and rates as a person types them. */
export const LayoutRequestSchema = z.strictObject({
  name: z.string().min(1).max(120).default('Layout'),
  rate: z.string(),
  dropFrame: z.boolean().default(false),
  start: z.string().default('01:00:00:00'),
  target: z.string(),
  pace: z.string().trim().min(1, 'a pace needs a length').max(40).default('2 beats'),
  lead: z.number().int().min(0).max(1000).default(0),
  /** The report of `analyse`, unchanged. */
  music: AnalysisReportSchema.optional(),
  /** Part of the music used, in seconds; from the first downbeat to the end when left out. */
  region: z.tuple([z.number().min(0), z.number().min(0)]).optional(),
  /** Instants of the film, in seconds, that a cut may land on beside those of the music. */
  cues: z
    .array(z.strictObject({ at: z.number().min(0), name: z.string().max(200).optional() }))
    .max(10_000)
    .default([]),
  clips: z.array(ClipRequestSchema).max(5000).default([]),
  /** How the pace changes; see the plan's schema. */
  pacing: WishesSchema.shape.pacing,
  bursts: z
    .array(z.strictObject({ end: length, shots: z.number().int().min(1).max(200), each: length }))
    .max(100)
    .default([]),
  shortest: length.nullable().default(null),
  longest: length.nullable().default(null),
  order: z.enum(['kept', 'free']).default('free'),
  handles: length.default(0),
  first: clipName.nullable().default(null),
  last: clipName.nullable().default(null),
  /** Frames of the film on which there must be a cut. */
  locks: z.array(z.number().int().min(1)).max(10_000).default([]),
  pins: z
    .array(z.strictObject({ clip: clipName, frame: z.number().int().min(1) }))
    .max(500)
    .default([]),
  before: z.array(pair).max(500).default([]),
  together: z.array(pair).max(500).default([]),
  neighbours: WishesSchema.shape.neighbours,
  weights: WishesSchema.shape.weights,
  seed: WishesSchema.shape.seed,
});
type LayoutRequest = z.output<typeof LayoutRequestSchema>;

function clipOf(request: LayoutRequest['clips'][number], index: number): Clip {
  const rate = parseRate(request.rate);
  const [from, to] = request.usable ?? [0, request.frames];
  const [width, height] = request.size ?? [1920, 1080];
  const outside = request.moments.find((at) => at >= request.frames);
  if (outside !== undefined)
    throw new CaesuraError(
      'bad-request',
      `The request is not right at clips.${index}.moments: “${request.name}” has no frame ${outside}.`,
      `Its frames go from 0 to ${request.frames - 1}.`,
    );
  if (from >= to || to > request.frames)
    throw new CaesuraError(
      'bad-request',
      `The request is not right at clips.${index}.usable: “${request.name}” cannot be used from ${from} to ${to}.`,
      `Give a first frame and the frame after the last, from 0 to ${request.frames}.`,
    );
  return {
    id: `c${index + 1}`,
    name: request.name,
    fileName: request.file ?? null,
    rate,
    frames: sourceFrames(request.frames),
    size: { width, height },
    start: sourceFrames(
      request.start ? parseTimecode(request.start, rate, request.start.includes(';')) : 0,
    ),
    dropFrame: request.start?.includes(';') ?? false,
    usable: { in: sourceFrames(from), out: sourceFrames(to) },
    poster: null,
    moments: [...new Set(request.moments)]
      .sort((a, b) => a - b)
      .map((at) => ({ at: sourceFrames(at), kind: 'peak' })),
    declined: [],
  };
}

/** A speed such as `1/2` or `40%`, exact. */
function speedOfText(text: string): Rational {
  const [num, den] = text.replace('%', '').split('/').map(Number) as [number, number?];
  return rational(num, (den ?? 1) * (text.endsWith('%') ? 100 : 1));
}

/** Samples a second in which cues of a request are kept; enough to tell any two frames apart. */
const CUE_CLOCK = 48_000;

/** A plan with cues at instants of the film, in a silent sound of their own. */
function withCues(plan: Plan, cues: LayoutRequest['cues']): Plan {
  if (cues.length === 0) return plan;
  const end = Math.ceil((plan.target * plan.rate.den) / plan.rate.num + 1);
  const analysis = {
    ...{
      sampleRate: CUE_CLOCK,
      length: samples(end * CUE_CLOCK),
      beats: [],
      downbeats: [],
      beatsPerBar: 4,
    },
    ...{ tempo: null, confidence: 0, readings: [] },
  };
  const silent = {
    media: '0'.repeat(64),
    fileName: 'Cues of the request',
    outline: null,
    analysis,
    found: NOTHING_FOUND,
  };
  const added = addSound(plan, silent, 'effect');
  const at = (seconds: number) => samples(Math.round(seconds * CUE_CLOCK));
  return editCues(
    added,
    added.sounds.at(-1)!.id,
    cues.map((cue) => ({
      kind: 'hand',
      from: null,
      to: at(cue.at),
      ...(cue.name && { name: cue.name }),
    })),
  );
}

function wishesOf(request: LayoutRequest, plan: Plan): Wishes {
  const lengthOf = (given: number | string) =>
    typeof given === 'number' ? frames(given) : parseLength(given, lengthContext(plan)).frames;
  const id = (name: string): string => {
    const clip = plan.clips.find((c) => c.name === name);
    if (!clip)
      throw new CaesuraError(
        'bad-request',
        `The request speaks of a clip “${name}” that is not among its clips.`,
        'Name clips as they are named under clips.',
      );
    return clip.id;
  };
  const pairs = (list: readonly (readonly [string, string])[]) =>
    list.map(([clip, then]) => ({ clip: id(clip), then: id(then) }));
  const { pacing, shortest, longest, order, handles, first, last, neighbours, weights, seed } =
    request;
  const wishes = {
    ...NO_WISHES,
    ...{ pacing, order, neighbours, weights, seed, handles: lengthOf(handles) },
    bursts: request.bursts.map(({ end, shots, each }) => ({
      end: lengthOf(end),
      shots,
      each: lengthOf(each),
    })),
    shortest: shortest === null ? null : lengthOf(shortest),
    longest: longest === null ? null : lengthOf(longest),
    first: first === null ? null : id(first),
    last: last === null ? null : id(last),
    pins: request.pins.map(({ clip, frame }) => ({ clip: id(clip), frame })),
    before: pairs(request.before),
    together: pairs(request.together),
    clips: Object.fromEntries(
      request.clips.map(({ use, most, speeds }, i) => [
        `c${i + 1}`,
        { use, most, speeds: speeds.map(speedOfText) },
      ]),
    ),
  };
  const parsed = WishesSchema.safeParse(wishes);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new CaesuraError(
    'bad-request',
    `The request is not right at ${issue?.path.join('.')}: ${issue?.message}`,
  );
}

/**
 * A plan with cuts that are locked at some frames, between them nothing yet. Throws when one lies
 * outside the film.
 */
function withLocks(plan: Plan, locks: readonly number[]): Plan {
  const outside = locks.find((at) => at >= plan.target);
  if (outside !== undefined)
    throw new CaesuraError(
      'bad-request',
      `The request is not right at locks: the film has no cut at frame ${outside}.`,
      `It has ${plan.target} frames.`,
    );
  if (locks.length === 0) return plan;
  const starts = [0, ...[...new Set(locks)].sort((a, b) => a - b)];
  const empty = { clip: null, sourceIn: sourceFrames(0) };
  return withShots(
    plan,
    starts.map((start) => ({ ...empty, start: frames(start), ...(start > 0 && { locked: true }) })),
    { from: frames(0), to: plan.target },
  );
}

/** Throws when two clips have one name, or a wish asks for a clip that is never to be shown. */
function checkClips({ clips, first, last, pins }: LayoutRequest): void {
  const twice = clips.findIndex(({ name }, i) => clips.findIndex((c) => c.name === name) < i);
  if (twice >= 0)
    throw new CaesuraError(
      'bad-request',
      `The request is not right at clips.${twice}.name: there is another “${clips[twice]!.name}”.`,
      'Give each clip a name of its own.',
    );
  const never = new Set(clips.flatMap(({ name, use }) => (use === 'never' ? [name] : [])));
  const asked = [
    ['first', first],
    ['last', last],
    ...pins.map(({ clip }, i) => [`pins.${i}.clip`, clip] as const),
  ] as const;
  for (const [place, name] of asked)
    if (name !== null && never.has(name))
      throw new CaesuraError(
        'bad-request',
        `The request is not right at ${place}: “${name}” is never to be shown.`,
        'Let it be shown, or ask for another clip there.',
      );
}

/**
 * The plan that a request asks for, with its wishes, not yet laid out. Throws with the place of the
 * first thing that is wrong.
 */
export function planOfRequest(json: unknown): Plan {
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
  checkClips(request);
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
    const at = (t: number) =>
      Math.round(t * plan.music!.analysis.sampleRate) as Parameters<typeof setRegion>[2];
    plan = setRegion(plan, plan.music!.id, at(request.region[0]), at(request.region[1]));
  }
  plan = changeBrief(plan, { target: parseLength(request.target, lengthContext(plan)).frames });
  plan = withLocks(withCues(plan, request.cues), request.locks);
  const whole = PlanSchema.safeParse({ ...plan, wishes: wishesOf(request, plan) });
  if (whole.success) return whole.data;
  const [issue] = whole.error.issues;
  throw new CaesuraError(
    'bad-request',
    `The request makes no plan, at ${issue?.path.join('.') || 'the top'}: ${issue?.message}`,
    'See docs/command-line.md for what it may hold.',
  );
}
