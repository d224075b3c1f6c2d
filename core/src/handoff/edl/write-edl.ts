import {
  CaesuraError,
  compare,
  formatTimecode,
  frames,
  framesPerDay,
  keepTime,
  multiply,
  nominalRate,
  rateLabel,
  rational,
  toText,
  type FrameRate,
} from '../../time/index.ts';
import { filmOf, soundsOf, type Cue, type Film, type ShotFacts } from '../../film/index.ts';
import type { JoinFacts } from '../../joins/index.ts';
import type { Plan } from '../../plan/index.ts';
import { constantSteps, type SpeedStep } from '../../ramps/index.ts';
import { asciiText } from '../ascii.ts';
import { carriedOverlaps } from '../carried-overlaps.ts';
import { levelKeys } from '../level-keys.ts';
import { ownSoundEvents } from '../own-sound-events.ts';
import { soundEvents, type SoundEvent } from '../sound-events.ts';
import { PARAMETER_UNITS } from '../../motion/index.ts';
import type { HandoffFormat } from '../format.ts';
import { byTrack, motionKeys } from '../motion-keys.ts';
import { joinWords } from '../join-words.ts';
import { betweenWords } from '../picture-words.ts';
import { scoredShots } from '../scored.ts';
import { motionOf, type Motion } from './motion.ts';
import { reelNames } from './reel-names.ts';
import { sourceCounting, type SourceCounting } from './source-counting.ts';

const MOST_EVENTS = 999;
const LONGEST_TITLE = 70;

interface Event {
  readonly reel: string;
  readonly track: 'V' | 'A' | 'A2' | 'A3' | 'A4' | 'AA';
  /** Labels of the source, the end exclusive. */
  readonly source: readonly [string, string];
  readonly record: readonly [number, number];
  /**
   * Speed in source frames a second, and the label at which it begins, when it is not frame for
   * frame.
   */
  readonly motion?: { readonly text: string; readonly from: string };
  /**
   * The dissolve with which it begins: its frames, and where the picture before it goes on from.
   */
  readonly dissolve?: {
    readonly lasts: number;
    readonly reel: string;
    readonly from: string;
    readonly motion?: string;
  };
  readonly comments: readonly string[];
}

/**
 * An event in columns: number, reel, track, type, source in and out, record in and out (ends
 * exclusive). A dissolve has two lines under one number: a cut of no length of the picture that
 * goes on, then the one that comes in.
 */
function eventLines(event: Event, number: number, { rate, dropFrame }: Plan): string[] {
  const record = event.record.map((frame) => formatTimecode(frame, rate, dropFrame));
  const line = (reel: string, type: string, labels: readonly string[]) =>
    `${String(number).padStart(3, '0')}  ${reel.padEnd(8)} ${event.track.padEnd(5)} ${type.padEnd(8)} ${labels.join(' ')}`;
  const motionLine = (reel: string, text: string, from: string) =>
    `M2   ${reel.padEnd(8)} ${text}                ${from}`;
  const { dissolve, motion, reel } = event;
  const type = dissolve ? `D    ${String(dissolve.lasts).padStart(3, '0')}` : 'C';
  return [
    ...(dissolve
      ? [line(dissolve.reel, 'C', [dissolve.from, dissolve.from, record[0]!, record[0]!])]
      : []),
    ...(dissolve?.motion ? [motionLine(dissolve.reel, dissolve.motion, dissolve.from)] : []),
    line(reel, type, [...event.source, ...record]),
    ...(motion ? [motionLine(reel, motion.text, motion.from)] : []),
    ...event.comments.map((comment) => `* ${asciiText(comment)}`),
  ];
}

/** The longest dissolve that the form is commonly said to carry. */
const LONGEST_DISSOLVE = 255;

/**
 * Whether a cut is written as a dissolve: an overlap that a list carries, without movement, and not
 * too long.
 */
export const isDissolve = (film: Film, join: JoinFacts | undefined): join is JoinFacts =>
  join !== undefined &&
  join.settings.move === 'plain' &&
  join.blend.before + join.blend.after <= LONGEST_DISSOLVE &&
  carriedOverlaps(film).has(join.cut);

/** What picture events are written from. */
interface Writing {
  readonly film: Film;
  readonly reels: ReadonlyMap<string, string>;
}

/**
 * The motion of a shot at a speed over so many frames; null where it goes frame for frame in its
 * counting.
 */
function motionAt(
  { index }: ShotFacts,
  counting: SourceCounting,
  { film: { plan } }: Writing,
  { speed, length }: { readonly speed: SpeedStep['speed']; readonly length: number },
): Motion | null {
  const stride = multiply(speed, counting.perFilmFrame);
  if (compare(stride, rational(1)) === 0) return null;
  return motionOf(stride, { nominal: nominalRate(plan.rate), length, shot: index + 1 });
}

/**
 * The source of an event from the frame shown first: where it begins and ends, and its motion.
 * Throws over midnight.
 */
function sourceOf(
  facts: ShotFacts,
  counting: SourceCounting,
  first: number,
  { motion, length, backwards }: { motion: Motion | null; length: number; backwards: boolean },
): Pick<Event, 'source' | 'motion'> {
  const { count, label, day } = counting;
  const taken = motion?.source ?? length;
  const begins = count(first);
  // Backwards the range ends with what is shown first.
  const from = backwards ? Math.max(0, begins + 1 - taken) : begins;
  if (from + taken >= day)
    throw new CaesuraError(
      'edl-midnight',
      `The timecode of “${facts.clip!.name}” runs over midnight in shot ${facts.index + 1}, which an edit decision list cannot write.`,
      'Hand over OpenTimelineIO or the cut sheet, or use another part of the clip.',
    );
  return {
    source: [label(from), label(from + taken)],
    ...(motion && { motion: { text: motion.text, from: label(begins) } }),
  };
}

/** The dissolve with which the events of a shot begin. */
function dissolveOf(
  { out, blend: { before, after } }: JoinFacts,
  writing: Writing,
): NonNullable<Event['dissolve']> {
  const counting = sourceCounting(out.clip!, writing.film.plan);
  const motion = motionAt(out, counting, writing, { speed: out.speed, length: 1 });
  return {
    lasts: before + after,
    reel: writing.reels.get(out.clip!.id)!,
    from: counting.label(counting.count(out.time!.at(out.length - before))),
    ...(motion && { motion: motion.text }),
  };
}

/** What the first event of a shot says of it. */
function aboutShot(
  facts: ShotFacts,
  counting: SourceCounting,
  { into, dissolve }: { into: JoinFacts | undefined; dissolve: JoinFacts | null },
): string[] {
  const { clip, sourceIn, sourceOut, landing, used } = facts;
  const words = into && !dissolve ? joinWords(into).toUpperCase() : '';
  const between = betweenWords(facts);
  const names = dissolve
    ? [`FROM CLIP NAME: ${dissolve.out.clip!.name}`, `TO CLIP NAME: ${clip!.name}`]
    : [`FROM CLIP NAME: ${clip!.name}`];
  return [
    ...names,
    ...(clip!.fileName ? [`FILE: ${clip!.fileName}`] : []),
    `SOURCE FRAMES ${used?.lowest ?? sourceIn} TO ${sourceOut - 1} AT ${rateLabel(clip!.rate)} FPS`,
    ...(counting.comment ? [counting.comment] : []),
    ...(words ? [`JOIN: ${words}, NOT CARRIED BY THIS FORM`] : []),
    ...(landing?.onCue ? [cueComment(landing.cue)] : []),
    ...(between ? [`BETWEEN FRAMES: ${between.toUpperCase()}`] : []),
  ];
}

/**
 * The picture events of a shot: one, or one for each step of its ramp. A dissolve begins its shot
 * earlier by its first half.
 */
function pictureEvents(facts: ShotFacts, writing: Writing): Event[] {
  const { film, reels } = writing;
  const { plan, joins } = film;
  const { clip, start, end, index, time } = facts;
  const [into, next] = [joins[index - 1], joins[index]];
  const dissolve = isDissolve(film, into) ? into : null;
  const recordIn = start - (dissolve?.blend.before ?? 0);
  const recordOut = end - (isDissolve(film, next) ? next.blend.before : 0);
  if (!clip) {
    const label = (frame: number) => formatTimecode(frame, plan.rate, plan.dropFrame);
    return [
      {
        reel: 'BL',
        track: 'V',
        source: [label(0), label(recordOut - recordIn)],
        record: [plan.start + recordIn, plan.start + recordOut],
        comments: [`SHOT ${index + 1}: NO CLIP CHOSEN`],
      },
    ];
  }
  const counting = sourceCounting(clip, plan);
  const steps = constantSteps(plan, facts);
  return steps.map((step, i): Event => {
    // The steps lie inside the shot; the first begins earlier and the last ends earlier where there
    // is a dissolve.
    const from = i === 0 ? recordIn : start + step.from;
    const to = i === steps.length - 1 ? recordOut : start + step.to;
    const length = to - from;
    const motion = motionAt(facts, counting, writing, { speed: step.speed, length });
    const first = i === 0 && dissolve ? time!.at(from - start) : step.sourceIn;
    const backwards = step.speed.num < 0;
    return {
      reel: reels.get(clip.id)!,
      track: 'V',
      ...sourceOf(facts, counting, first, { motion, length, backwards }),
      record: [plan.start + from, plan.start + to],
      ...(i === 0 && dissolve && { dissolve: dissolveOf(dissolve, writing) }),
      comments: [
        ...(i === 0
          ? aboutShot(facts, counting, { into, dissolve })
          : [
              `FROM CLIP NAME: ${clip.name}`,
              `SHOT ${index + 1}, STEP ${i + 1} OF ${steps.length} OF ITS RAMP`,
            ]),
        ...(compare(step.speed, rational(1)) !== 0
          ? [`SPEED ${toText(multiply(step.speed, rational(100)))} PER CENT`]
          : []),
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
  const label = (frame: number) => formatTimecode(frame, plan.rate, plan.dropFrame);
  return {
    reel: 'MUSIC',
    track: 'AA',
    source: [label(source), label(source + end - start)],
    record: [plan.start + start, plan.start + end],
    comments: [
      `FROM CLIP NAME: ${sound.fileName}`,
      `SOUND STARTS AT SAMPLE ${from} OF ${sampleRate} HZ; SOURCE IN IS THE NEAREST FRAME`,
      ...(fade > 0 ? [`SOUND FADES OUT OVER THE LAST ${fade} FRAMES`] : []),
    ],
  };
}

/** Tracks of own sound, so that one that leads or lags lies beside its neighbour. */
const OWN_TRACKS = { alone: ['A', 'A2'], withMusic: ['A3', 'A4'] } as const;

/** The own sound of shots as events, each on its own so that it may lead or lag its picture. */
function ownSoundLines(writing: Writing): Event[] {
  const { film, reels } = writing;
  const { plan } = film;
  const tracks = plan.music ? OWN_TRACKS.withMusic : OWN_TRACKS.alone;
  return ownSoundEvents(film).map((event): Event => {
    const { facts, heard, start, end, source, speed, lead, lag, fadeIn, fadeOut } = event;
    const counting = sourceCounting(facts.clip!, plan);
    const length = end - start;
    const motion = motionAt(facts, counting, writing, { speed, length });
    const backwards = speed.num < 0;
    // Backwards the frame before the place is the first.
    const from = Math.max(0, Math.round(source) - Number(backwards));
    const said = (count: number, words: string) => (count > 0 ? [`${words} ${count} FRAMES`] : []);
    return {
      reel: reels.get(facts.clip!.id)!,
      track: tracks[facts.index % 2]!,
      ...sourceOf(facts, counting, from, { motion, length, backwards }),
      record: [plan.start + start, plan.start + end],
      comments: [
        `FROM CLIP NAME: ${facts.clip!.name}`,
        `OWN SOUND OF SHOT ${facts.index + 1}, LEVEL ${heard.gain.toFixed(1)} DB`,
        ...said(lead, 'SOUND LEADS ITS PICTURE BY'),
        ...said(lag, 'SOUND LAGS ITS PICTURE BY'),
        ...said(fadeIn, 'SOUND FADES IN OVER'),
        ...said(fadeOut, 'SOUND FADES OUT OVER'),
        ...(Number.isInteger(source) ? [] : ['SOURCE IN IS THE NEAREST FRAME']),
      ],
    };
  });
}

/** Comments with the levels of sounds, to be read and typed. */
function levelComments(film: Film): string[] {
  const { plan } = film;
  const label = (frame: number) =>
    formatTimecode(Math.max(0, plan.start + frame), plan.rate, plan.dropFrame);
  return soundsOf(plan).flatMap((sound) => {
    const keys = levelKeys(film).filter((key) => key.sound === sound);
    if (keys.length === 0) return [];
    const words = keys
      .map(({ frame, level }) => `${level.toFixed(1)} AT ${label(frame)}`)
      .join(', ');
    return [`* LEVELS OF ${asciiText(sound.fileName).toUpperCase()}, DB: ${words}`];
  });
}

/** Comments for the sounds beside the music, for which the list has no events. */
function otherSounds(plan: Plan, length: number): string[] {
  const label = (frame: number) => formatTimecode(plan.start + frame, plan.rate, plan.dropFrame);
  return soundsOf(plan)
    .filter((sound) => sound !== plan.music)
    .flatMap((sound) =>
      soundEvents(sound, plan.rate, frames(length)).map(
        ({ start, end }) =>
          `* NOT IN THIS LIST: ${asciiText(sound.fileName)} FROM ${label(start)} TO ${label(end)}`,
      ),
    );
}

/** Comments with the keys of joins and phrases, to be read and typed: a line a parameter. */
function motionComments(film: Film): string[] {
  const { plan } = film;
  const label = (frame: number) =>
    formatTimecode(Math.max(0, plan.start + frame), plan.rate, plan.dropFrame);
  return byTrack(motionKeys(film)).map((rows) => {
    const { at, name, side, of } = rows[0]!;
    const { unit } = PARAMETER_UNITS[of];
    const keys = rows.map(({ frame, value }) => `${value} AT ${label(frame)}`).join(', ');
    const picture = side ? ` ${side === 'out' ? 'OUTGOING' : 'INCOMING'}` : '';
    const words = `${at} ${name}${picture} ${PARAMETER_UNITS[of].name}, ${unit}: ${keys}`;
    return `* KEYS OF ${asciiText(words.replaceAll('°', 'degrees').replaceAll('%', 'per cent')).toUpperCase()}`;
  });
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
 * Throws when the film ends at midnight or after it: its last label would be that of the first
 * frame of a day.
 */
function checkMidnight(plan: Plan, length: number): void {
  if (plan.start + length >= framesPerDay(plan.rate, plan.dropFrame))
    throw new CaesuraError(
      'edl-midnight',
      'The timecode of the film runs to midnight, which an edit decision list cannot write as an end.',
      'Let the film start earlier, or hand over OpenTimelineIO or the cut sheet.',
    );
}

/**
 * The plan as an edit decision list of the CMX 3600 form (column layout from memory): an event for
 * each shot or step of a ramp, dissolves for overlaps without movement, then the music and the own
 * sound of shots. Source
 * times are the labels of each file, the exact source frames and a counting that is not the list's
 * stand in comments; a speed line says how many source frames are played in a second where it is
 * not frame for frame. Throws beyond 999 events, over midnight, and at rates and speeds that the
 * form cannot carry.
 */
export function writeEdl(plan: Plan): string {
  checkRate(plan.rate);
  const shots = scoredShots(plan);
  const film = filmOf(plan);
  const length = frames(shots.at(-1)!.end);
  checkMidnight(plan, length);
  const writing: Writing = { film, reels: reelNames(plan.clips) };
  const events = shots.flatMap((facts) => pictureEvents(facts, writing));
  if (plan.music)
    events.push(...soundEvents(plan.music, plan.rate, length).map((e) => musicEvent(e, plan)));
  events.push(...ownSoundLines(writing));
  if (events.length > MOST_EVENTS)
    throw new CaesuraError(
      'edl-events',
      `An edit decision list holds at most ${MOST_EVENTS} events; this plan has ${events.length}.`,
      'Hand over OpenTimelineIO or the cut sheet, or lay out at a slower pace.',
    );
  const lines = [
    `TITLE: ${(asciiText(plan.name) || 'UNTITLED').slice(0, LONGEST_TITLE).trim()}`,
    `FCM: ${plan.dropFrame ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
    '',
    ...events.flatMap((event, i) => eventLines(event, i + 1, plan)),
    ...otherSounds(plan, length),
    ...levelComments(film),
    ...motionComments(film),
  ];
  return `${lines.join('\r\n')}\r\n`;
}

/** See `writeEdl`. */
export const cutListEdl: HandoffFormat = {
  id: 'edl',
  name: 'Edit decision list',
  purpose:
    'The cuts in the CMX 3600 form that nearly every editing program reads. At most 999 shots. Source times are those of each file; a clip of another rate is read by time, as its speed line says.',
  extension: 'edl',
  mediaType: 'text/plain',
  write: writeEdl,
};
