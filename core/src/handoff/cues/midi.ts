import { parseMidi, writeMidi, type MidiData, type MidiEvent } from 'midi-file';
import { CUE_KINDS, type CueKind } from '../../plan/index.ts';
import { CaesuraError, type GivenSeconds } from '../../time/index.ts';
import type { BeatEntries, CueEntry, CueFile } from './entry.ts';
import {
  beatsOfMap,
  mapOfBeats,
  secondsAtTick,
  tickAtSeconds,
  type TempoChange,
} from './midi-tempo.ts';

/**
 * Standard MIDI Files (“Standard MIDI Files 1.0”, MIDI Association): beats as the tempo map, every
 * other cue as a note in a track called by its kind, with its name as a text beside the note and
 * its strength as the velocity.
 */

const TICKS_PER_QUARTER = 3840;
/** Middle C; each kind has a key of its own from there upward. */
const FIRST_KEY = 60;
const MOST_VELOCITY = 127;
/** Shortest note that a time signature may count; others are damage, and passed over. */
const FINEST_NOTE = 64;

const isKind = (text: string): text is CueKind => (CUE_KINDS as readonly string[]).includes(text);
const isBeat = (kind: CueKind | null): boolean => kind === 'beat' || kind === 'downbeat';

/** Text of an event from its bytes, UTF-8 where they are that, else one letter a byte. */
function textOf(bytes: string): string {
  const codes = Uint8Array.from(bytes, (letter) => letter.charCodeAt(0));
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(codes).trim();
  } catch {
    return bytes.trim();
  }
}
const bytesOf = (text: string): string => String.fromCharCode(...new TextEncoder().encode(text));

/** An event with the tick at which it happens. */
type Timed = MidiEvent & { readonly tick: number };

const timed = (events: readonly MidiEvent[]): Timed[] => {
  let tick = 0;
  return events.map((event) => ({ ...event, tick: (tick += event.deltaTime) }));
};

/**
 * Events in order of tick, with the time since the one before and the end of the track at a tick.
 */
function trackOf(events: readonly Timed[], endTick: number): MidiEvent[] {
  let last = 0;
  const ordered = events.toSorted((a, b) => a.tick - b.tick);
  const end: Timed = {
    tick: Math.max(endTick, ordered.at(-1)?.tick ?? 0),
    deltaTime: 0,
    type: 'endOfTrack',
    meta: true,
  };
  return [...ordered, end].map(({ tick, ...event }) => {
    const deltaTime = tick - last;
    last = tick;
    return { ...event, deltaTime };
  });
}

/** The cues of one kind as a track of notes; each lasts a sixteenth, or to the next. */
function noteTrack(
  kind: CueKind | null,
  entries: readonly CueEntry[],
  tickOf: (at: number) => number,
): MidiEvent[] {
  const noteNumber = FIRST_KEY + (kind ? CUE_KINDS.indexOf(kind) : CUE_KINDS.length);
  const ticks = entries.map((e) => tickOf(e.at));
  const events = entries.flatMap(({ text, strength = 1 }, i): Timed[] => {
    const tick = ticks[i]!;
    const until = Math.max(tick, Math.min(tick + TICKS_PER_QUARTER / 4, ticks[i + 1] ?? Infinity));
    const note = { channel: 0, noteNumber, deltaTime: 0 };
    return [
      { tick, deltaTime: 0, type: 'lyrics', meta: true, text: bytesOf(text) },
      {
        ...note,
        tick,
        type: 'noteOn',
        velocity: Math.max(1, Math.round(MOST_VELOCITY * strength)),
      },
      { ...note, tick: until, type: 'noteOff', velocity: 0 },
    ];
  });
  return trackOf(
    [
      { tick: 0, deltaTime: 0, type: 'trackName', meta: true, text: bytesOf(kind ?? 'cue') },
      ...events,
    ],
    0,
  );
}

/** Cues and beats as a MIDI file of format 1. */
export function writeMidiCues(entries: readonly CueEntry[], beats: BeatEntries): Uint8Array {
  const { changes, signatures, endTick } = mapOfBeats(beats, TICKS_PER_QUARTER);
  const tickOf = (at: number) => tickAtSeconds(at, changes, TICKS_PER_QUARTER);
  const map: Timed[] = [
    ...signatures.map((s): Timed => ({
      ...s,
      deltaTime: 0,
      type: 'timeSignature',
      meta: true,
      metronome: 24,
      thirtyseconds: 8,
    })),
    ...changes.map(({ tick, microsecondsPerQuarter }): Timed => ({
      tick,
      deltaTime: 0,
      type: 'setTempo',
      meta: true,
      microsecondsPerBeat: microsecondsPerQuarter,
    })),
    ...entries
      .filter((e) => e.kind === 'section')
      .map((e): Timed => ({
        tick: tickOf(e.at),
        deltaTime: 0,
        type: 'marker',
        meta: true,
        text: bytesOf(e.text),
      })),
  ];
  const noted = entries.filter((e) => !isBeat(e.kind));
  const kinds = [...new Set(noted.map((e) => e.kind))];
  const tracks = [
    trackOf(map, endTick),
    ...kinds.map((kind) =>
      noteTrack(
        kind,
        noted.filter((e) => e.kind === kind),
        tickOf,
      ),
    ),
  ];
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS_PER_QUARTER },
      tracks,
    }),
  );
}

function parsed(bytes: Uint8Array): MidiData {
  const refuse = (reason: string) =>
    new CaesuraError(
      'bad-midi',
      `The MIDI file cannot be read: ${reason}.`,
      'Write it again as a Standard MIDI File.',
    );
  // The parser reads past the end of what it is given without a word.
  if (bytes.length < 14 || String.fromCharCode(...bytes.subarray(0, 4)) !== 'MThd')
    throw refuse('it does not begin as one');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let at = 8 + view.getUint32(4);
  for (let track = 0; track < view.getUint16(10); track++) {
    if (at + 8 > bytes.length || at + 8 + view.getUint32(at + 4) > bytes.length)
      throw refuse(`it ends in the middle of track ${track + 1}`);
    at += 8 + view.getUint32(at + 4);
  }
  try {
    return parseMidi(bytes);
  } catch (error) {
    throw refuse(typeof error === 'string' ? error : 'it is damaged');
  }
}

/** Frames a second of a division by SMPTE frames; 29 means the drop-frame rate. */
const framesPerSecond = (said: number): number => (said === 29 ? 30000 / 1001 : said);

/** The names and notes of one track as cues; notes at one tick are one cue. */
function cuesOfTrack(events: readonly Timed[], secondsOf: (tick: number) => number): CueEntry[] {
  const named = events.find((e) => e.type === 'trackName');
  const trackName = named && 'text' in named ? textOf(named.text) : '';
  const kind = isKind(trackName) ? trackName : null;
  const texts = new Map<number, string>();
  const notes = new Map<number, { keys: number[]; velocity: number }>();
  for (const event of events) {
    if (event.type === 'lyrics' || event.type === 'text') texts.set(event.tick, textOf(event.text));
    if (event.type !== 'noteOn') continue;
    const { keys, velocity } = notes.get(event.tick) ?? { keys: [], velocity: 0 };
    notes.set(event.tick, {
      keys: [...keys, event.noteNumber],
      velocity: Math.max(velocity, event.velocity),
    });
  }
  return [...notes].map(([tick, { keys, velocity }]) => ({
    at: secondsOf(tick),
    kind,
    text: texts.get(tick) ?? `${trackName || 'note'} ${keys.join(' ')}`,
    strength: velocity / MOST_VELOCITY,
  }));
}

/**
 * The tempo map of a MIDI file as beats up to `lasts` seconds, its notes, markers and cue points as
 * cues. A file without a tempo or time signature gives no beats. Throws when it cannot be read.
 */
export function readMidiCues(bytes: Uint8Array, lasts: GivenSeconds): CueFile {
  const { header, tracks } = parsed(bytes);
  const events = tracks.map(timed);
  const all = events.flat().sort((a, b) => a.tick - b.tick);
  const changes = all.flatMap((e): TempoChange[] =>
    e.type === 'setTempo' && e.microsecondsPerBeat > 0
      ? [{ tick: e.tick, microsecondsPerQuarter: e.microsecondsPerBeat }]
      : [],
  );
  const signatures = all.flatMap((e) =>
    e.type === 'timeSignature' &&
    e.numerator > 0 &&
    e.denominator >= 1 &&
    e.denominator <= FINEST_NOTE
      ? [{ tick: e.tick, numerator: e.numerator, denominator: e.denominator }]
      : [],
  );
  const { ticksPerBeat, framesPerSecond: frames, ticksPerFrame } = header;
  const byFrames = frames !== undefined && ticksPerFrame !== undefined;
  if (byFrames ? frames * ticksPerFrame === 0 : !ticksPerBeat)
    throw new CaesuraError(
      'bad-midi',
      'The MIDI file does not say how long a tick lasts.',
      'Write it again.',
    );
  const secondsOf = byFrames
    ? (tick: number) => tick / (framesPerSecond(frames) * ticksPerFrame)
    : (tick: number) => secondsAtTick(tick, changes, ticksPerBeat!);
  const marked = all.flatMap((e): CueEntry[] =>
    e.type === 'marker' || e.type === 'cuePoint'
      ? [{ at: secondsOf(e.tick), text: textOf(e.text), kind: null }]
      : [],
  );
  const noted = events.flatMap((track) => cuesOfTrack(track, secondsOf));
  const said = new Set(noted.map((e) => `${e.at} ${e.text}`));
  const entries = [...noted, ...marked.filter((e) => !said.has(`${e.at} ${e.text}`))];
  const endTick = all.at(-1)?.tick ?? 0;
  const mapped = !byFrames && changes.length + signatures.length > 0;
  const beats = mapped
    ? beatsOfMap(changes, signatures, ticksPerBeat!, {
        endTick: endTick > (changes.at(-1)?.tick ?? 0) ? endTick : Infinity,
        lasts,
      })
    : null;
  if (entries.length === 0 && !beats)
    throw new CaesuraError(
      'no-cues',
      'The MIDI file holds no note, marker or tempo.',
      'Choose another file.',
    );
  return { entries: entries.toSorted((a, b) => a.at - b.at), beats, taps: null };
}
