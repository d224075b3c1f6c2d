import {
  CaesuraError,
  compare,
  formatTimecode,
  frames,
  keepTime,
  multiply,
  nominalRate,
  rateLabel,
  rational,
  sourceFrames,
  toText,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import { type JoinFacts } from '../../joins/index.ts';
import { NORMAL_SPEED, rampOf, type Cue, type ShotFacts, filmOf } from '../../film/index.ts';
import type { Clip, Plan } from '../../plan/index.ts';
import { constantSteps } from '../../ramps/index.ts';
import { soundEvents, type SoundEvent } from '../sound-events.ts';
import type { HandoffFormat } from '../format.ts';
import { joinWords } from '../join-words.ts';
import { scoredShots } from '../scored.ts';
import { sourceFrameInPlanCounting } from '../source-timecode.ts';
import { reelNames } from './reel-names.ts';

const MOST_EVENTS = 999;
const LONGEST_TITLE = 70;

/** Letters, digits and common marks of ASCII only, which every reader takes. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replaceAll(/[^\x20-\x7e]/g, '')
    .trim();

interface Event {
  readonly reel: string;
  readonly track: 'V' | 'AA';
  readonly source: readonly [number, number];
  readonly record: readonly [number, number];
  /** Speed of the picture in frames a second, with one decimal, when it is not that of the film. */
  readonly speed?: string;
  /** The dissolve with which it begins: its frames, and where the picture before it goes on from. */
  readonly dissolve?: {
    readonly lasts: number;
    readonly reel: string;
    readonly from: number;
    readonly speed?: string;
  };
  readonly comments: readonly string[];
}

/**
 * An event in columns: number, reel, track, type, source in and out, record in and out (ends exclusive). A dissolve has two
 * lines under one number: a cut of no length of the picture that goes on, then the one that comes in.
 */
function eventLines(event: Event, number: number, { rate, dropFrame }: Plan): string[] {
  const line = (reel: string, type: string, times: readonly number[]) =>
    `${String(number).padStart(3, '0')}  ${reel.padEnd(8)} ${event.track.padEnd(5)} ${type.padEnd(8)} ${times
      .map((frame) => formatTimecode(frame, rate, dropFrame))
      .join(' ')}`;
  const motion = (reel: string, speed: string | undefined, from: number) =>
    speed === undefined
      ? []
      : [`M2   ${reel.padEnd(8)} ${speed}                ${formatTimecode(from, rate, dropFrame)}`];
  const { dissolve } = event;
  const [recordIn] = event.record;
  const first =
    dissolve && line(dissolve.reel, 'C', [dissolve.from, dissolve.from, recordIn, recordIn]);
  const type = dissolve ? `D    ${String(dissolve.lasts).padStart(3, '0')}` : 'C';
  return [
    ...(first ? [first] : []),
    ...(dissolve ? motion(dissolve.reel, dissolve.speed, dissolve.from) : []),
    line(event.reel, type, [...event.source, ...event.record]),
    ...motion(event.reel, event.speed, event.source[0]),
    ...event.comments.map((comment) => `* ${plain(comment)}`),
  ];
}

/**
 * A constant speed as the form has it: frames a second in three digits and one decimal, of a film of `nominal`; and the
 * frames that an event of `length` takes of its source at that. The exact speed stands in a comment.
 */
function motionOf(
  speed: Rational,
  nominal: number,
  length: number,
): { readonly text: string; readonly source: number } {
  const tenths = Math.round((10 * nominal * speed.num) / speed.den);
  const text = `${tenths < 0 ? '-' : ''}${(Math.abs(tenths) / 10).toFixed(1).padStart(5, '0')}`;
  const exact = Math.abs(length * tenths) / (10 * nominal);
  // A half is as near to either; the even one is what a reader gets that rounds by IEEE 754.
  const half = exact % 1 === 0.5;
  return { text, source: half ? 2 * Math.round(exact / 2) : Math.round(exact) };
}

/** The longest dissolve that the form is commonly said to carry. */
const LONGEST_DISSOLVE = 255;

/** Whether an overlap is written as a dissolve: without movement, both pictures at constant speeds, and not too long. */
function isDissolve(plan: Plan, join: JoinFacts | undefined): join is JoinFacts {
  if (
    !join?.overlap ||
    join.settings.move !== 'plain' ||
    join.before + join.after > LONGEST_DISSOLVE
  )
    return false;
  const steady = ({ shot, clip }: ShotFacts) => clip !== null && !rampOf(plan, shot);
  return (
    steady(join.out) &&
    steady(join.into) &&
    join.before < join.out.length &&
    join.after <= join.into.length
  );
}

/** The picture events of a shot: one, or one for each step of its ramp. A dissolve begins its shot earlier by its first half. */
function pictureEvents(
  facts: ShotFacts,
  joins: readonly JoinFacts[],
  plan: Plan,
  reels: ReadonlyMap<string, string>,
): Event[] {
  const { clip, start, end, sourceIn, sourceOut, landing, index, time } = facts;
  const [into, next] = [joins[index - 1], joins[index]];
  const dissolve = isDissolve(plan, into) ? into : null;
  const recordIn = start - (dissolve?.before ?? 0);
  const recordOut = end - (isDissolve(plan, next) ? next.before : 0);
  if (!clip)
    return [
      {
        reel: 'BL',
        track: 'V',
        source: [0, recordOut - recordIn],
        record: [plan.start + recordIn, plan.start + recordOut],
        comments: [`SHOT ${index + 1}: NO CLIP CHOSEN`],
      },
    ];
  const counted = (c: Clip, frame: number) =>
    sourceFrameInPlanCounting(c, sourceFrames(Math.max(0, frame)), plan.rate, plan.dropFrame);
  const moved =
    into && joinWords(into) && !dissolve
      ? [`JOIN: ${joinWords(into).toUpperCase()}, NOT CARRIED BY THIS FORM`]
      : [];
  const about = [
    `FROM CLIP NAME: ${dissolve ? dissolve.out.clip!.name : clip.name}`,
    ...(dissolve ? [`TO CLIP NAME: ${clip.name}`] : []),
    ...(clip.fileName ? [`FILE: ${clip.fileName}`] : []),
    `SOURCE FRAMES ${sourceIn} TO ${sourceOut - 1} AT ${rateLabel(clip.rate)} FPS`,
    ...moved,
  ];
  const steps = constantSteps(plan, facts);
  return steps.map((step, i): Event => {
    // The steps lie inside the shot; the first begins earlier and the last ends earlier where there is a dissolve.
    const from = i === 0 ? recordIn : start + step.from;
    const to = i === steps.length - 1 ? recordOut : start + step.to;
    const normal = compare(step.speed, NORMAL_SPEED) === 0;
    const motion = normal ? null : motionOf(step.speed, nominalRate(plan.rate), to - from);
    const source = counted(clip, i === 0 && dissolve ? time!.at(from - start) : step.sourceIn);
    const before = dissolve?.out;
    const goesOn = before && motionOf(before.speed, nominalRate(plan.rate), 1);
    return {
      reel: reels.get(clip.id)!,
      track: 'V',
      source: [source, source + (motion?.source ?? to - from)],
      record: [plan.start + from, plan.start + to],
      ...(motion && { speed: motion.text }),
      ...(i === 0 &&
        dissolve &&
        before && {
          dissolve: {
            lasts: dissolve.before + dissolve.after,
            reel: reels.get(before.clip!.id)!,
            from: counted(before.clip!, before.time!.at(before.length - dissolve.before)),
            ...(compare(before.speed, NORMAL_SPEED) !== 0 && { speed: goesOn!.text }),
          },
        }),
      comments: [
        ...(i === 0
          ? about
          : [
              `FROM CLIP NAME: ${clip.name}`,
              `SHOT ${index + 1}, STEP ${i + 1} OF ${steps.length} OF ITS RAMP`,
            ]),
        ...(motion ? [`SPEED ${toText(multiply(step.speed, rational(100)))} PER CENT`] : []),
        ...(i === 0 && landing?.onCue ? [cueComment(landing.cue)] : []),
      ],
    };
  });
}

/** What a cut lands on, for a comment. */
function cueComment({ kind, bar, beat }: Cue): string {
  const place = `BAR ${bar} BEAT ${beat}`;
  return kind === 'downbeat' || kind === 'beat'
    ? `CUT ON ${place}`
    : `CUT ON ${kind.toUpperCase()} AT ${place}`;
}

function musicEvent({ sound, from, start, end, fade }: SoundEvent, plan: Plan): Event {
  const { sampleRate } = sound.analysis;
  const source = keepTime(from, rational(sampleRate), plan.rate);
  return {
    reel: 'MUSIC',
    track: 'AA',
    source: [source, source + end - start],
    record: [plan.start + start, plan.start + end],
    comments: [
      `FROM CLIP NAME: ${sound.fileName}`,
      `SOUND STARTS AT SAMPLE ${from} OF ${sampleRate} HZ; SOURCE IN IS THE NEAREST FRAME`,
      ...(fade > 0 ? [`SOUND FADES OUT OVER THE LAST ${fade} FRAMES`] : []),
    ],
  };
}

function checkRate(rate: FrameRate): void {
  const usual = rate.den === 1 || (rate.den === 1001 && rate.num % 1000 === 0);
  if (!usual || nominalRate(rate) > 100)
    throw new CaesuraError(
      'edl-rate',
      `An edit decision list cannot count ${rateLabel(rate)} fps: its timecode has two digits of whole frames.`,
      'Hand over OpenTimelineIO or the cut sheet, or plan at a usual rate of up to 100 fps.',
    );
}

/**
 * The plan as an edit decision list of the CMX 3600 form (column layout from memory): an event for each shot or step of a ramp,
 * dissolves for overlaps without movement, then the music. Source times are in the plan's counting; the exact source frames stand in a comment.
 * Throws beyond 999 events, and at rates whose timecode the form cannot carry.
 */
export function writeEdl(plan: Plan): string {
  checkRate(plan.rate);
  const shots = scoredShots(plan);
  const reels = reelNames(plan.clips);
  const length = frames(shots.at(-1)!.end);
  const joins = filmOf(plan).joins;
  const events = shots.flatMap((facts) => pictureEvents(facts, joins, plan, reels));
  if (plan.music)
    events.push(...soundEvents(plan.music, plan.rate, length).map((e) => musicEvent(e, plan)));
  if (events.length > MOST_EVENTS)
    throw new CaesuraError(
      'edl-events',
      `An edit decision list holds at most ${MOST_EVENTS} events; this plan has ${events.length}.`,
      'Hand over OpenTimelineIO or the cut sheet, or lay out at a slower pace.',
    );
  const lines = [
    `TITLE: ${(plain(plan.name) || 'UNTITLED').slice(0, LONGEST_TITLE).trim()}`,
    `FCM: ${plan.dropFrame ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
    '',
    ...events.flatMap((event, i) => eventLines(event, i + 1, plan)),
  ];
  return `${lines.join('\r\n')}\r\n`;
}

/** See `writeEdl`. */
export const cutListEdl: HandoffFormat = {
  id: 'edl',
  name: 'Edit decision list',
  purpose:
    'The cuts in the CMX 3600 form that nearly every editing program reads. At most 999 shots.',
  extension: 'edl',
  mediaType: 'text/plain',
  write: writeEdl,
};
