import {
  clipAnalysisOf,
  CLEAR_STRENGTH,
  type ClipAnalysis,
  type FrameMeasurements,
} from '../footage/index.ts';
import { analysisOfReport } from '../listen/analysis-report.ts';
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
import { addSound, editCues, setEnding, setMusic, setRegion } from '../plan/edits/edit-sounds.ts';
import { changeBrief } from '../plan/edits/edit-brief.ts';
import { musicWindows } from '../endings/index.ts';
import { lengthContext } from '../film/index.ts';
import {
  NO_WISHES,
  newPlan,
  WishesSchema,
  type Clip,
  type Plan,
  type Sound,
  type Wishes,
  PlanSchema,
} from '../plan/index.ts';
import type { MeasuredClip } from './problem-of.ts';
import { LayoutRequestSchema, type LayoutRequest } from './request-schema.ts';
import { withShots } from '../plan/edits/with-shots.ts';

/** Reads what was seen of a clip from the file that a request names. Throws when it cannot. */
export type ReadSeen = (file: string) => FrameMeasurements;

const noFiles: ReadSeen = (file) => {
  throw new CaesuraError('bad-request', `“${file}” cannot be read here.`);
};

/**
 * What was seen of a clip of a request; null where it names no file. Throws when that is of another
 * clip.
 */
function analysisOf(
  request: LayoutRequest['clips'][number],
  index: number,
  readSeen: ReadSeen,
): ClipAnalysis | null {
  if (request.seen === undefined) return null;
  const measured = readSeen(request.seen);
  if (measured.frames.length !== request.frames)
    throw new CaesuraError(
      'bad-request',
      `The request is not right at clips.${index}.seen: “${request.seen}” tells of ${measured.frames.length} frames, and “${request.name}” has ${request.frames}.`,
      'Name the file of this clip.',
    );
  return clipAnalysisOf(measured, parseRate(request.rate));
}

function clipOf(
  request: LayoutRequest['clips'][number],
  index: number,
  analysis: ClipAnalysis | null,
): Clip {
  const rate = parseRate(request.rate);
  const [from, to] = request.usable ?? [0, request.frames];
  const [width, height] = request.size ?? [1920, 1080];
  const clear = analysis?.proposed.filter(({ strength }) => strength >= CLEAR_STRENGTH) ?? [];
  const given =
    request.moments ??
    clear.map(({ at, kind, strength }) => ({ at: at as number, kind, strength }));
  const moments = new Map(
    given.map((m) => {
      const moment = typeof m === 'number' ? { at: m, kind: 'peak' as const } : m;
      return [moment.at, { ...moment, at: sourceFrames(moment.at) }];
    }),
  );
  const outside = [...moments.keys()].find((at) => at >= request.frames);
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
    moments: [...moments.values()].sort((a, b) => a.at - b.at),
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
  const { pacing, order, first, last, neighbours, weights, seed } = request;
  const arcs = request.arcs.map(({ from, shortest, longest, clips, ...arc }) => ({
    ...arc,
    from: { on: 'frame', frame: lengthOf(from) },
    shortest: shortest === null ? null : lengthOf(shortest),
    longest: longest === null ? null : lengthOf(longest),
    clips: clips.map(id),
  }));
  const wishes = {
    ...NO_WISHES,
    pacing: arcs.length > 0 ? { kind: 'arcs', arcs } : pacing,
    ...{ order, neighbours, weights, seed, handles: lengthOf(request.handles) },
    bursts: request.bursts.map(({ end, shots, each }) => ({
      end: lengthOf(end),
      shots,
      each: lengthOf(each),
    })),
    shortest: request.shortest === null ? null : lengthOf(request.shortest),
    longest: request.longest === null ? null : lengthOf(request.longest),
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

/** A plan with the part of its music that holds a drop best, where the film is shorter. */
function withDrop(plan: Plan, music: Sound): Plan {
  const [window] = musicWindows(plan, music);
  return window?.drop ? setEnding(plan, music.id, window) : plan;
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

/** A plan to be laid out, and what was seen of its clips. */
export interface AskedPlan {
  readonly plan: Plan;
  readonly measuredOf: (clip: Clip) => MeasuredClip | null;
}

/**
 * The plan that a request asks for, with its wishes, not yet laid out, and what was seen of its
 * clips. Throws with the place of the first thing that is wrong.
 */
export function planOfRequest(json: unknown, readSeen: ReadSeen = noFiles): AskedPlan {
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
    pace: request.pace ?? (request.music ? '2 beats' : '1s'),
    lead: frames(request.lead),
  };
  const start = parseTimecode(request.start, rate, request.dropFrame);
  const seen = request.clips.map((clip, i) => analysisOf(clip, i, readSeen));
  const clips = request.clips.map((clip, i) => clipOf(clip, i, seen[i]!));
  const measured = new Map(clips.map(({ id }, i) => [id, seen[i]!]));
  let plan: Plan = { ...empty, start, clips };
  if (request.music) plan = setMusic(plan, analysisOfReport(request.music));
  if (request.region) {
    const at = (t: number) =>
      Math.round(t * plan.music!.analysis.sampleRate) as Parameters<typeof setRegion>[2];
    plan = setRegion(plan, plan.music!.id, at(request.region[0]), at(request.region[1]));
  }
  plan = changeBrief(plan, { target: parseLength(request.target, lengthContext(plan)).frames });
  if (plan.music && !request.region) plan = withDrop(plan, plan.music);
  plan = withLocks(withCues(plan, request.cues), request.locks);
  const whole = PlanSchema.safeParse({ ...plan, wishes: wishesOf(request, plan) });
  if (whole.success) return { plan: whole.data, measuredOf: ({ id }) => measured.get(id) ?? null };
  const [issue] = whole.error.issues;
  throw new CaesuraError(
    'bad-request',
    `The request makes no plan, at ${issue?.path.join('.') || 'the top'}: ${issue?.message}`,
    'See docs/command-line.md for what it may hold.',
  );
}
