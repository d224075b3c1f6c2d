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
  toText,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import { NORMAL_SPEED, type Cue, type Plan, type ShotFacts } from '../../plan/index.ts';
import { soundEvents, type SoundEvent } from '../sound-events.ts';
import type { HandoffFormat } from '../format.ts';
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
  readonly comments: readonly string[];
}

/** A cut event in columns: number, reel, track, type, source in and out, record in and out (ends exclusive). */
function eventLines(event: Event, number: number, { rate, dropFrame }: Plan): string[] {
  const times = [...event.source, ...event.record].map((frame) => formatTimecode(frame, rate, dropFrame)).join(' ');
  const columns = `${String(number).padStart(3, '0')}  ${event.reel.padEnd(8)} ${event.track.padEnd(5)} C        ${times}`;
  const [trigger] = times.split(' ');
  const motion = event.speed && `M2   ${event.reel.padEnd(8)} ${event.speed}                ${trigger}`;
  return [columns, ...(motion ? [motion] : []), ...event.comments.map((comment) => `* ${plain(comment)}`)];
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
  return { text: (tenths / 10).toFixed(1).padStart(5, '0'), source: Math.round((length * tenths) / (10 * nominal)) };
}

function pictureEvent(facts: ShotFacts, plan: Plan, reels: ReadonlyMap<string, string>): Event {
  const { clip, start, end, sourceIn, sourceOut, speed, landing } = facts;
  const record = [plan.start + start, plan.start + end] as const;
  if (!clip)
    return {
      reel: 'BL',
      track: 'V',
      source: [0, end - start],
      record,
      comments: [`SHOT ${facts.index + 1}: NO CLIP CHOSEN`],
    };
  const from = sourceFrameInPlanCounting(clip, sourceIn, plan.rate, plan.dropFrame);
  const motion = compare(speed, NORMAL_SPEED) === 0 ? null : motionOf(speed, nominalRate(plan.rate), end - start);
  return {
    reel: reels.get(clip.id)!,
    track: 'V',
    source: [from, from + (motion?.source ?? end - start)],
    record,
    ...(motion && { speed: motion.text }),
    comments: [
      `FROM CLIP NAME: ${clip.name}`,
      ...(clip.fileName ? [`FILE: ${clip.fileName}`] : []),
      `SOURCE FRAMES ${sourceIn} TO ${sourceOut - 1} AT ${rateLabel(clip.rate)} FPS`,
      ...(motion ? [`SPEED ${toText(multiply(speed, rational(100)))} PER CENT`] : []),
      ...(landing?.onCue ? [cueComment(landing.cue)] : []),
    ],
  };
}

/** What a cut lands on, for a comment. */
function cueComment({ kind, bar, beat }: Cue): string {
  const place = `BAR ${bar} BEAT ${beat}`;
  return kind === 'downbeat' || kind === 'beat' ? `CUT ON ${place}` : `CUT ON ${kind.toUpperCase()} AT ${place}`;
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
 * The plan as an edit decision list of the CMX 3600 form (column layout from memory): one cut event a shot, then the
 * music. Source times are in the plan's counting; the exact source frames stand in a comment.
 * Throws beyond 999 events, and at rates whose timecode the form cannot carry.
 */
export function writeEdl(plan: Plan): string {
  checkRate(plan.rate);
  const shots = scoredShots(plan);
  const reels = reelNames(plan.clips);
  const length = frames(shots.at(-1)!.end);
  const events = shots.map((facts) => pictureEvent(facts, plan, reels));
  if (plan.music) events.push(...soundEvents(plan.music, plan.rate, length).map((e) => musicEvent(e, plan)));
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
  purpose: 'The cuts in the CMX 3600 form that nearly every editing program reads. At most 999 shots.',
  extension: 'edl',
  mediaType: 'text/plain',
  write: writeEdl,
};
