import { dropsLeftOut } from '../endings/index.ts';
import { faultsOf } from '../faults/index.ts';
import { z } from 'zod';
import { cutFigures } from '../plan/edits/edit-cuts.ts';
import { speedOf, type ShotFacts, filmOf } from '../film/index.ts';
import { TERMS, type Plan, type Sound } from '../plan/index.ts';
import { CaesuraError, finished, formatTimecode, toText } from '../time/index.ts';
import { conflictOf } from './conflict.ts';
import type { Found } from './optimise/problem.ts';
import { gradeOf, gradesOf } from './proposal-grade.ts';
import { proposalWords } from './proposal-words.ts';
import { proposals, type Proposal } from './propose.ts';
import { planOfRequest, type AskedPlan, type ReadSeen } from './request.ts';
import { layOutSteadily } from './steady-layout.ts';

const whole = z.number().int();
const LandingReportSchema = z.strictObject({
  kind: z.string(),
  bar: whole,
  beat: whole,
  onCue: z.boolean(),
  offsetMilliseconds: z.number(),
  offsetFrames: z.number(),
});
const ShotReportSchema = z.strictObject({
  shot: whole,
  /** Frames of the film, the end exclusive. */
  start: whole,
  end: whole,
  length: whole,
  timecode: z.string(),
  /** Where the cut at its start falls; null for the first shot and without cues. */
  landing: LandingReportSchema.nullable(),
  clip: z.string().nullable(),
  /** Frames of the clip, the out exclusive; the speed as a fraction. */
  sourceIn: whole,
  sourceOut: whole,
  speed: z.string(),
  /** The moment that lands on a cue inside the shot, and the frame of the film it lands on. */
  landed: z.strictObject({ moment: whole, frame: whole }).nullable(),
  /** The moment that the shot begins with. */
  begins: whole.nullable(),
});
const AlternativeSchema = z.strictObject({
  number: whole,
  /** What it puts first. */
  leans: z.enum(['even', 'music', 'pictures', 'steady']),
  figures: z.strictObject({
    shots: whole,
    cuts: whole,
    cutsOnCue: whole,
    /** Of the others those on the half or the quarter of a beat. */
    cutsOnParts: whole,
    worstOffsetMilliseconds: z.number(),
    averageLength: z.number(),
    momentsLanded: whole,
    momentsBegun: whole,
    momentsThatCould: whole,
    faults: whole,
    /** How good it is, 0–100; null for a steady layout, which is not weighed. */
    grade: whole.nullable(),
  }),
  /** What it does with its pace, the drops and the ends, and what is weakest. */
  says: z.array(z.string()),
  /**
   * What each term costs, weighted, and all together; null for a steady layout, which is not
   * weighed.
   */
  costs: z
    .strictObject(Object.fromEntries([...TERMS, 'all'].map((term) => [term, z.number()])))
    .nullable(),
  /** What no layout that puts the same first costs less than; null where that is not known. */
  bound: z.number().nullable(),
  shots: z.array(ShotReportSchema),
});

/** What `layout` prints. */
export const LayoutReportSchema = z.strictObject({
  format: z.literal('layout 1'),
  rate: z.string(),
  /** Frames. */
  target: whole,
  seed: whole,
  /** The part of the music that is used, in seconds of its file, and bars of drops that are not. */
  music: z
    .strictObject({ from: z.number(), to: z.number(), dropsLeftOut: z.array(whole) })
    .nullable(),
  alternatives: z.array(AlternativeSchema),
  /** Why there is no layout; null where there is one. */
  conflict: z
    .strictObject({
      limits: z.array(z.string()),
      mends: z.array(z.strictObject({ text: z.string(), by: whole, enough: z.boolean() })),
      /** Whether an exact search has shown it. */
      certain: z.boolean(),
    })
    .nullable(),
});
export type LayoutReport = z.output<typeof LayoutReportSchema>;

/** A layout of a request. */
interface LaidOut {
  readonly plan: Plan;
  readonly leans: Proposal['leans'] | 'steady';
  readonly found: Found | null;
  readonly bound: number | null;
}

const rounded = (x: number): number => Math.round(x * 1e6) / 1e6;

function shotReport(
  facts: ShotFacts,
  plan: Plan,
  found: Found | null,
): z.output<typeof ShotReportSchema> {
  const { index, start, end, length, landing, clip, sourceIn, sourceOut, shot } = facts;
  return {
    ...{ shot: index + 1, start, end, length, sourceIn, sourceOut },
    timecode: formatTimecode(plan.start + start, plan.rate, plan.dropFrame),
    landing: landing && {
      ...{
        kind: landing.cue.kind,
        bar: landing.cue.bar,
        beat: landing.cue.beat,
        onCue: landing.onCue,
      },
      offsetMilliseconds: rounded(landing.offsetMilliseconds),
      offsetFrames: rounded(landing.offsetFrames),
    },
    clip: clip?.name ?? null,
    speed: toText(speedOf(shot)),
    landed: found?.shots[index]?.landed ?? null,
    begins: found?.shots[index]?.begins ?? null,
  };
}

function alternative(
  { plan, leans, found, bound }: LaidOut,
  number: number,
  { measuredOf }: AskedPlan,
) {
  const grades = found && gradesOf(plan, found, measuredOf);
  const facts = filmOf(plan).shots;
  const { cuts, onCue, onParts, worstMilliseconds } = cutFigures(plan);
  return {
    ...{ number, leans },
    figures: {
      ...{
        shots: facts.length,
        cuts,
        cutsOnCue: onCue,
        cutsOnParts: onParts,
        worstOffsetMilliseconds: rounded(worstMilliseconds),
      },
      averageLength: rounded(plan.score!.length / facts.length),
      momentsLanded: found?.shots.filter((s) => s.landed).length ?? 0,
      momentsBegun: found?.shots.filter((s) => s.begins !== null).length ?? 0,
      momentsThatCould: facts.filter(({ clip }) => clip && clip.moments.length > 0).length,
      faults: faultsOf(plan).length,
      grade: grades && gradeOf(grades),
    },
    says: found && grades ? proposalWords(plan, { found, bound }, grades) : [],
    costs: found && { ...mapped(found.costs), all: rounded(found.cost) },
    bound: bound === null ? null : rounded(bound),
    shots: facts.map((f) => shotReport(f, plan, found)),
  };
}

const mapped = (costs: Found['costs']): Record<string, number> =>
  Object.fromEntries(Object.entries(costs).map(([term, cost]) => [term, rounded(cost)]));

function musicReport(plan: Plan, music: Sound) {
  const { region, analysis } = music;
  const at = (sample: number): number => rounded(sample / analysis.sampleRate);
  return { from: at(region.in), to: at(region.out), dropsLeftOut: dropsLeftOut(plan, music) };
}

/** The layouts that a request asks for: of its pace alone where it has no clips, else weighed. */
function layoutsOf({ plan, measuredOf }: AskedPlan): LaidOut[] {
  if (plan.clips.length === 0)
    return [{ plan: layOutSteadily(plan), leans: 'steady', found: null, bound: null }];
  return finished(proposals(plan, plan.wishes, measuredOf));
}

/**
 * Lays out a film as a request asks: every alternative with every figure, or the conflict. Throws
 * what is wrong with it.
 */
export function layoutReport(json: unknown, readSeen?: ReadSeen): LayoutReport {
  const asked = planOfRequest(json, readSeen);
  const { plan } = asked;
  const layouts = layoutsOf(asked);
  const conflict = layouts.length > 0 ? null : finished(conflictOf(plan));
  return {
    format: 'layout 1',
    rate: toText(plan.rate),
    target: plan.target,
    seed: plan.wishes.seed,
    music: plan.music && musicReport(plan, plan.music),
    alternatives: layouts.map((laidOut, i) => alternative(laidOut, i + 1, asked)),
    conflict: conflict && {
      limits: [...conflict.limits],
      mends: conflict.mends.map(({ text, by, enough }) => ({ text, by, enough })),
      certain: conflict.certain,
    },
  };
}

/**
 * The plan of one of the layouts that a request asks for, counted from 1. Throws when there is no
 * such layout.
 */
export function layOutRequest(json: unknown, number = 1, readSeen?: ReadSeen): Plan {
  const asked = planOfRequest(json, readSeen);
  const { plan } = asked;
  const layouts = layoutsOf(asked);
  const taken = layouts[number - 1];
  if (taken) return taken.plan;
  const conflict = layouts.length > 0 ? null : finished(conflictOf(plan));
  throw new CaesuraError(
    'no-layout',
    layouts.length > 0
      ? `There is no layout ${number}: there are ${layouts.length}.`
      : `There is no such layout${conflict ? `: ${conflict.limits.join('; ')}` : ''}.`,
    conflict?.mends.map((m) => m.text).join(', or: ') ?? 'Ask for another.',
  );
}
