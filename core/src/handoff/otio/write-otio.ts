import { compare, toNumber, toText, type FrameRate } from '../../time/index.ts';
import { NORMAL_SPEED, soundsOf, type Plan, type ShotFacts, type SoundKind } from '../../plan/index.ts';
import { soundEvents, type SoundEvent } from '../sound-events.ts';
import type { HandoffFormat } from '../format.ts';
import { scoredShots } from '../scored.ts';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };

/** OpenTimelineIO keeps rates as decimals; values stay whole, and the exact rates stand in the metadata. */
const time = (value: number, rate: number): Json => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value });
const range = (start: Json, duration: Json): Json => ({ OTIO_SCHEMA: 'TimeRange.1', start_time: start, duration });
const atRate = (value: number, rate: FrameRate): Json => time(value, toNumber(rate));

/** A file name as a relative URL. */
const targetUrl = (fileName: string): string => encodeURIComponent(fileName);

function mediaReference(name: string | null, available: Json): Json {
  const common = { metadata: {}, name: name ?? '', available_range: available, available_image_bounds: null };
  return name === null
    ? { OTIO_SCHEMA: 'MissingReference.1', ...common }
    : { OTIO_SCHEMA: 'ExternalReference.1', ...common, target_url: targetUrl(name) };
}

function item(schema: string, name: string, sourceRange: Json, metadata: Json): { [key: string]: Json } {
  return { OTIO_SCHEMA: schema, name, metadata, source_range: sourceRange, effects: [], markers: [], enabled: true };
}

/** A clip at a constant speed: it lasts as long as its range says and takes `speed` times as much of its media. */
function clipItem(name: string, sourceRange: Json, reference: Json, metadata: Json, speed = NORMAL_SPEED): Json {
  const warp = { OTIO_SCHEMA: 'LinearTimeWarp.1', name: '', effect_name: 'LinearTimeWarp', metadata: {} };
  return {
    ...item('Clip.2', name, sourceRange, metadata),
    effects: compare(speed, NORMAL_SPEED) === 0 ? [] : [{ ...warp, time_scalar: toNumber(speed) }],
    media_references: { DEFAULT_MEDIA: reference },
    active_media_reference_key: 'DEFAULT_MEDIA',
  };
}

function shotItem(facts: ShotFacts, plan: Plan): Json {
  const { clip, landing, length, sourceIn, speed } = facts;
  const duration = atRate(length, plan.rate);
  const metadata: Json = {
    caesura: {
      shot: facts.index + 1,
      ...(landing && {
        bar: landing.cue.bar,
        beat: landing.cue.beat,
        on_cue: landing.onCue,
        offset_ms: Number(landing.offsetMilliseconds.toFixed(3)),
      }),
      ...(clip && { source_rate: toText(clip.rate), speed: toText(speed) }),
    },
  };
  if (!clip) return item('Gap.1', 'no clip chosen', range(atRate(0, plan.rate), duration), metadata);
  const available = range(atRate(clip.start, clip.rate), atRate(clip.frames, clip.rate));
  // The start is counted at the clip's rate and the duration at the plan's, so that both are whole frames.
  const source = range(atRate(clip.start + sourceIn, clip.rate), duration);
  return clipItem(clip.name, source, mediaReference(clip.fileName, available), metadata, speed);
}

function soundItem({ sound, from, start, end, fade }: SoundEvent, plan: Plan): Json {
  const { sampleRate, length } = sound.analysis;
  return clipItem(
    sound.fileName,
    range(time(from, sampleRate), atRate(end - start, plan.rate)),
    mediaReference(sound.fileName, range(time(0, sampleRate), time(length, sampleRate))),
    fade > 0 ? { caesura: { fade_out_frames: fade } } : {},
  );
}

/** The parts of a sound, after a gap when it comes in later. */
function soundItems(events: readonly SoundEvent[], plan: Plan): Json[] {
  const first = events[0]?.start ?? 0;
  const wait = range(atRate(0, plan.rate), atRate(first, plan.rate));
  const gap = first > 0 ? [item('Gap.1', 'before the sound', wait, {})] : [];
  return [...gap, ...events.map((event) => soundItem(event, plan))];
}

function track(kind: 'Video' | 'Audio', name: string, children: Json[]): Json {
  return { ...item('Track.1', name, null, {}), kind, children };
}

const TRACK_NAMES: Readonly<Record<SoundKind, string>> = { music: 'More music', voice: 'Voice', effect: 'Effect' };

/** The plan as an OpenTimelineIO document: a picture track with a clip a shot, and a track for each sound. */
export function otioDocument(plan: Plan): Json {
  const shots = scoredShots(plan);
  const length = shots.at(-1)!.end;
  const tracks = [
    track(
      'Video',
      'Picture',
      shots.map((facts) => shotItem(facts, plan)),
    ),
  ];
  // Sounds may overlap, so each has a track of its own.
  for (const sound of soundsOf(plan)) {
    const events = soundEvents(sound, plan.rate, length);
    const name = sound === plan.music ? 'Music' : TRACK_NAMES[sound.kind];
    if (events.length > 0 || sound === plan.music) tracks.push(track('Audio', name, soundItems(events, plan)));
  }
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
