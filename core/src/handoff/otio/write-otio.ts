import {
  filmOf,
  NORMAL_SPEED,
  rampOf,
  soundsOf,
  windowRows,
  type Film,
  type ShotFacts,
  type WindowRow,
} from '../../film/index.ts';
import type { JoinFacts } from '../../joins/index.ts';
import { USUAL_FRAMING, type Plan, type SoundKind } from '../../plan/index.ts';
import { constantSteps } from '../../ramps/index.ts';
import {
  compare,
  rational,
  toNumber,
  toText,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import { carriedOverlaps } from '../carried-overlaps.ts';
import { effectEvents, onTracks, type EffectEvent } from '../effect-events.ts';
import { levelKeys, type SoundLevelKey } from '../level-keys.ts';
import { ownSoundEvents, type OwnSoundEvent } from '../own-sound-events.ts';
import { PARAMETER_UNITS } from '../../motion/index.ts';
import type { HandoffFormat } from '../format.ts';
import { shotSteadyKeys } from '../steady-keys.ts';
import { motionKeys, type MotionKeyRow } from '../motion-keys.ts';
import { joinWords } from '../join-words.ts';
import { scoredShots } from '../scored.ts';
import { soundEvents, type SoundEvent } from '../sound-events.ts';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/**
 * OpenTimelineIO keeps rates as decimals; values stay whole, and the exact rates stand in the
 * metadata.
 */
const time = (value: number, rate: number): Json => ({
  OTIO_SCHEMA: 'RationalTime.1',
  rate,
  value,
});
const range = (start: Json, duration: Json): Json => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: start,
  duration,
});
const atRate = (value: number, rate: FrameRate): Json => time(value, toNumber(rate));

/** A file name as a relative URL. */
const targetUrl = (fileName: string): string => encodeURIComponent(fileName);

function mediaReference(name: string | null, available: Json): Json {
  const common = {
    metadata: {},
    name: name ?? '',
    available_range: available,
    available_image_bounds: null,
  };
  return name === null
    ? { OTIO_SCHEMA: 'MissingReference.1', ...common }
    : { OTIO_SCHEMA: 'ExternalReference.1', ...common, target_url: targetUrl(name) };
}

function item(
  schema: string,
  name: string,
  sourceRange: Json,
  metadata: Json,
): { [key: string]: Json } {
  return {
    OTIO_SCHEMA: schema,
    name,
    metadata,
    source_range: sourceRange,
    effects: [],
    markers: [],
    enabled: true,
  };
}

/**
 * A clip at a constant speed: it lasts as long as its range says and takes `speed` times as much of
 * its media.
 */
function clipItem(
  name: string,
  sourceRange: Json,
  reference: Json,
  { metadata, speed = NORMAL_SPEED }: { metadata: Json; speed?: Rational },
): Json {
  const warp = {
    OTIO_SCHEMA: 'LinearTimeWarp.1',
    name: '',
    effect_name: 'LinearTimeWarp',
    metadata: {},
  };
  return {
    ...item('Clip.2', name, sourceRange, metadata),
    effects: compare(speed, NORMAL_SPEED) === 0 ? [] : [{ ...warp, time_scalar: toNumber(speed) }],
    media_references: { DEFAULT_MEDIA: reference },
    active_media_reference_key: 'DEFAULT_MEDIA',
  };
}

/** How a picture of another shape lies in the film, as metadata: its edges in pixels of it. */
function framingMetadata({ shot, clip, framed }: ShotFacts): Json {
  const { how, keep } = shot.framing ?? clip?.framing ?? USUAL_FRAMING;
  const { left, top, right, bottom } = framed!.box;
  return { how, keep: { x: keep.x, y: keep.y }, left, top, right, bottom };
}

/** The join at a cut as metadata: what was set, and the values frame by frame. */
function joinMetadata(film: Film, facts: JoinFacts): Json {
  const { settings, before, after, overlap, cut } = facts;
  const keys = motionKeys(film).filter(({ at }) => at === `cut ${cut}`);
  const values = windowRows(facts).map(({ frame, out, in: into }): Json => {
    const side = (row: WindowRow['out']): Json =>
      row && {
        source_frame: row.source,
        scale: row.scale,
        x: row.x,
        y: row.y,
        rotation: row.rotation,
        blur: row.blur,
        opacity: row.opacity,
      };
    return { frame, out: side(out), in: side(into) };
  });
  return {
    move: settings.move,
    pictures: overlap ? 'overlap' : 'inside',
    before,
    after,
    aim: { x: settings.aim.x, y: settings.aim.y },
    fill: settings.fill,
    shutter: settings.shutter,
    keys: keysMetadata(keys),
    values,
  };
}

/** The transition of an overlap; it adds no length. */
function transition(film: Film, facts: JoinFacts): Json {
  const { rate } = film.plan;
  const dissolve = facts.settings.move === 'plain';
  return {
    OTIO_SCHEMA: 'Transition.1',
    name: joinWords(facts),
    transition_type: dissolve ? 'SMPTE_Dissolve' : 'Custom_Transition',
    in_offset: atRate(facts.blend.before, rate),
    out_offset: atRate(facts.blend.after, rate),
    metadata: { caesura: { join: joinMetadata(film, facts) } },
  };
}

/**
 * The items of a shot: one, or one for each step of a ramp; before it the transition into it, where
 * there is one.
 */
function shotItems(facts: ShotFacts, film: Film): Json[] {
  const { plan } = film;
  const { clip, landing, length, sourceIn, speed, time: shotTime } = facts;
  const into = film.joins[facts.index - 1];
  const joined = into !== undefined && into.before + into.after > 0;
  // What a reader could not place between its neighbours is a cut, with its values in the metadata.
  const carried = joined && carriedOverlaps(film).has(into.cut);
  const ramp = rampOf(plan, facts.shot);
  const about = {
    shot: facts.index + 1,
    ...(landing && {
      bar: landing.cue.bar,
      beat: landing.cue.beat,
      on_cue: landing.onCue,
      offset_ms: Number(landing.offsetMilliseconds.toFixed(3)),
    }),
    ...(facts.framed && { framing: framingMetadata(facts) }),
    ...(facts.shot.steady && {
      steadied: {
        seconds: facts.shot.steady.seconds,
        keys: keysMetadata(shotSteadyKeys(facts)),
      },
    }),
    ...(facts.shot.between && { between_frames: facts.shot.between }),
    ...(clip && { source_rate: toText(clip.rate), speed: ramp ? 'ramp' : toText(speed) }),
    ...(joined && !carried && { join: joinMetadata(film, into) }),
    ...(ramp &&
      shotTime && {
        ramp: ramp.map((key): Json => {
          const at = key.from === 'start' ? key.at : length + key.at;
          return {
            frame: facts.start + at,
            source_frame: shotTime.at(at),
            speed: toText(rational(key.speed.num, key.speed.den)),
            easing: key.ease,
          };
        }),
      }),
  };
  const before = carried ? [transition(film, into)] : [];
  if (!clip)
    return [
      ...before,
      item('Gap.1', 'no clip chosen', range(atRate(0, plan.rate), atRate(length, plan.rate)), {
        caesura: about,
      }),
    ];
  const available = range(atRate(clip.start, clip.rate), atRate(clip.frames, clip.rate));
  const reference = mediaReference(clip.fileName, available);
  // The start is counted at the clip's rate and the duration at the plan's, so that both are whole
  // frames. Backwards the range ends with the frame that is shown first.
  const source = (shown: number, lasts: number, { num, den }: Rational) => {
    const taken = (lasts * num * toNumber(clip.rate)) / (den * toNumber(plan.rate));
    const from = num < 0 ? shown + 1 + taken : shown;
    return range(atRate(clip.start + from, clip.rate), atRate(lasts, plan.rate));
  };
  if (!ramp)
    return [
      ...before,
      clipItem(clip.name, source(sourceIn, length, speed), reference, {
        metadata: { caesura: about },
        speed,
      }),
    ];
  const steps = constantSteps(plan, facts).map((step, i) =>
    clipItem(clip.name, source(step.sourceIn, step.to - step.from, step.speed), reference, {
      metadata: { caesura: i === 0 ? about : { shot: facts.index + 1, step: i + 1 } },
      speed: step.speed,
    }),
  );
  return [...before, ...steps];
}

/** Levels of a sound from one frame up to another as metadata, the frame and the exact time. */
const levelsMetadata = (keys: readonly SoundLevelKey[]): Json[] =>
  keys.map(({ frame, at, level }): Json => ({
    ...{ frame, seconds: Number(at.toFixed(6)), level_db: level },
  }));

function soundItem({ sound, from, start, end, fade }: SoundEvent, film: Film): Json {
  const { plan } = film;
  const { sampleRate, length } = sound.analysis;
  const levels = levelKeys(film).filter(
    (key) => key.sound === sound && key.frame >= start && key.frame <= end,
  );
  return clipItem(
    sound.fileName,
    range(time(from, sampleRate), atRate(end - start, plan.rate)),
    mediaReference(sound.fileName, range(time(0, sampleRate), time(length, sampleRate))),
    {
      metadata:
        fade > 0 || sound.gain !== 0 || levels.length > 0
          ? {
              caesura: {
                ...(fade > 0 && { fade_out_frames: fade }),
                ...(sound.gain !== 0 && { gain_db: sound.gain }),
                ...(levels.length > 0 && { levels: levelsMetadata(levels) }),
              },
            }
          : {},
    },
  );
}

/** The parts of a sound, after a gap when it comes in later. */
function soundItems(events: readonly SoundEvent[], film: Film): Json[] {
  const { plan } = film;
  const first = events[0]?.start ?? 0;
  const wait = range(atRate(0, plan.rate), atRate(first, plan.rate));
  const gap = first > 0 ? [item('Gap.1', 'before the sound', wait, {})] : [];
  return [...gap, ...events.map((event) => soundItem(event, film))];
}

/** An effect as a clip at its rate; what a reader may not know of it stands in the metadata. */
function effectItem({ facts, start, end, from }: EffectEvent, plan: Plan): Json {
  const { placement, effect, at, peaks, rate, semitones, gain } = facts;
  const { sampleRate, length } = effect;
  // Backwards the range ends with the sample that is heard first.
  const taken = placement.reversed ? ((end - start) * rate * sampleRate) / toNumber(plan.rate) : 0;
  return clipItem(
    effect.name,
    range(time(Math.round(from - taken), sampleRate), atRate(end - start, plan.rate)),
    mediaReference(effect.fileName, range(time(0, sampleRate), time(length, sampleRate))),
    {
      metadata: {
        caesura: {
          placement: placement.kind,
          frame: at.frame,
          ...(at.cut !== null && { cut: at.cut }),
          peak_seconds: Number(peaks.toFixed(6)),
          rate: Number(rate.toFixed(6)),
          ...(placement.reversed && { backwards: true }),
          ...(placement.kind !== 'bed' && placement.fit && { fit: placement.fit }),
          semitones: Number(semitones.toFixed(3)),
          gain_db: gain,
          ...(placement.kind === 'bed' && { fade_frames: placement.fade }),
        },
      },
      speed: rational(Math.round((placement.reversed ? -rate : rate) * 1e6), 1e6),
    },
  );
}

/**
 * The own sound of a shot as a clip of the same file, to the sample: counted from the timecode of
 * the file at the rate of its samples.
 */
function ownSoundItem(event: OwnSoundEvent, plan: Plan): Json {
  const { facts, heard, start, end, source, speed, lead, lag, fadeIn, fadeOut } = event;
  const clip = facts.clip!;
  const { sampleRate } = heard.sound;
  // Backwards the range ends with the place that is heard first.
  const taken = Math.min(0, ((end - start) * toNumber(speed)) / toNumber(plan.rate));
  const sample = Math.round(((clip.start + source) / toNumber(clip.rate) + taken) * sampleRate);
  const available = range(atRate(clip.start, clip.rate), atRate(clip.frames, clip.rate));
  return clipItem(
    clip.name,
    range(time(sample, sampleRate), atRate(end - start, plan.rate)),
    mediaReference(clip.fileName, available),
    {
      metadata: {
        caesura: {
          own_sound_of_shot: facts.index + 1,
          gain_db: heard.gain,
          ...(lead > 0 && { lead_frames: lead }),
          ...(lag > 0 && { lag_frames: lag }),
          ...(fadeIn > 0 && { fade_in_frames: fadeIn }),
          ...(fadeOut > 0 && { fade_out_frames: fadeOut }),
          pitch: heard.pitch,
        },
      },
      speed,
    },
  );
}

/** The items of a track, with gaps between them. */
function withGaps<E extends { readonly start: number; readonly end: number }>(
  events: readonly E[],
  plan: Plan,
  write: (event: E) => Json,
): Json[] {
  let at = 0;
  return events.flatMap((event) => {
    const gap = event.start - at;
    at = event.end;
    const wait = range(atRate(0, plan.rate), atRate(gap, plan.rate));
    return [...(gap > 0 ? [item('Gap.1', 'silence', wait, {})] : []), write(event)];
  });
}

function track(
  kind: 'Video' | 'Audio',
  name: string,
  children: Json[],
  markers: Json[] = [],
): Json {
  return { ...item('Track.1', name, null, {}), kind, children, markers };
}

/** The keys of joins or phrases as metadata, one a row. */
const keysMetadata = (rows: readonly MotionKeyRow[]): Json[] =>
  rows.map(({ side, frame, clipFrame, of, value, easing }): Json => ({
    ...(side && { side }),
    parameter: of,
    unit: PARAMETER_UNITS[of].unit,
    frame,
    clip_frame: clipFrame,
    value,
    ...(easing !== '' && { easing }),
  }));

/** The phrases of a film as markers over the frames that they move, with their keys. */
function phraseMarkers(film: Film): Json[] {
  const { plan } = film;
  const keys = motionKeys(film).filter(({ side }) => side === null);
  return film.phrases.flatMap(({ phrase, index, settings, start, end }): Json[] => {
    if (phrase.off || end <= start) return [];
    const at = `phrase ${index + 1}`;
    const from = Math.max(0, start);
    return [
      {
        OTIO_SCHEMA: 'Marker.2',
        name: `${at}, ${settings.kind}`,
        color: 'PURPLE',
        marked_range: range(atRate(from, plan.rate), atRate(end - from, plan.rate)),
        metadata: {
          caesura: {
            phrase: settings.kind,
            from: start,
            to: end,
            aim: { x: settings.aim.x, y: settings.aim.y },
            shutter: settings.shutter,
            fill: settings.fill,
            keys: keysMetadata(keys.filter((row) => row.at === at)),
          },
        },
      },
    ];
  });
}

const TRACK_NAMES: Readonly<Record<SoundKind, string>> = {
  music: 'More music',
  voice: 'Voice',
  effect: 'Effect',
};

/**
 * The plan as an OpenTimelineIO document: a picture track with a clip a shot, a track for each
 * sound, tracks of clips' own sound as it leads and lags, and tracks of effects.
 */
export function otioDocument(plan: Plan): Json {
  const length = scoredShots(plan).at(-1)!.end;
  const film = filmOf(plan);
  const shots = film.shots.flatMap((facts) => shotItems(facts, film));
  const tracks = [track('Video', 'Picture', shots, phraseMarkers(film))];
  // Sounds may overlap, so each has a track of its own.
  for (const sound of soundsOf(plan)) {
    const events = soundEvents(sound, plan.rate, length);
    const name = sound === plan.music ? 'Music' : TRACK_NAMES[sound.kind];
    if (events.length > 0 || sound === plan.music)
      tracks.push(track('Audio', name, soundItems(events, film)));
  }
  for (const events of onTracks(ownSoundEvents(film)))
    tracks.push(
      track(
        'Audio',
        'Own sound',
        withGaps(events, plan, (event) => ownSoundItem(event, plan)),
      ),
    );
  for (const events of onTracks(effectEvents(plan, film.effects, length)))
    tracks.push(
      track(
        'Audio',
        'Sound effects',
        withGaps(events, plan, (event) => effectItem(event, plan)),
      ),
    );
  return {
    OTIO_SCHEMA: 'Timeline.1',
    name: plan.name,
    metadata: {
      caesura: {
        rate: toText(plan.rate),
        drop_frame: plan.dropFrame,
        width: plan.size.width,
        height: plan.size.height,
      },
    },
    global_start_time: atRate(plan.start, plan.rate),
    tracks: { ...item('Stack.1', 'tracks', null, {}), children: tracks },
  };
}

/** See `otioDocument`. */
export const timelineOtio: HandoffFormat = {
  id: 'otio',
  name: 'OpenTimelineIO',
  purpose: 'The cuts, clips and music with exact source frames, in the open interchange format.',
  extension: 'otio',
  mediaType: 'application/json',
  write: (plan) => `${JSON.stringify(otioDocument(plan), null, 2)}\n`,
};
