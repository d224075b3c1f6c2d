import { Midi } from '@tonejs/midi';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readMidiCues, writeMidiCues } from './midi.ts';
import { mapOfBeats, secondsAtTick, tickAtSeconds } from './midi-tempo.ts';

const bytes = (hex: string): Uint8Array =>
  Uint8Array.from(hex.match(/../g)!, (pair) => parseInt(pair, 16));

/**
 * Files written by hand after “Standard MIDI Files 1.0”: 480 ticks a quarter with tempi of 120, 150
 * and about 70 and a note at each change; no tempo at all; and 25 frames of 40 ticks a second.
 */
const TEMPO_MAP = bytes(
  '4d546864000000060000000101e04d54726b0000003e00ff580404021808' +
    '00ff510307a12000903c648170803c008d10ff5103061a8000903c648170803c008d10ff51030d143700903c648170803c0000ff2f00',
);
const NO_TEMPO = bytes('4d546864000000060000000101e04d54726b0000000d00903c648360803c0000ff2f00');
const BY_FRAMES = bytes(
  '4d54686400000006000000' + '01e7284d54726b0000000d8768903c648360803c0000ff2f00',
);

describe('a tempo map', () => {
  it('tells seconds as three other readers do', () => {
    // @tonejs/midi 2.0.28 and mido 1.2.10 read the notes at 0, 2 and 3.6 s.
    const { entries, beats } = readMidiCues(TEMPO_MAP, 60);
    expect(entries.map((e) => e.at)).toEqual([0, 2, 3.6]);
    expect(entries.map((e) => e.at)).toEqual(
      new Midi(TEMPO_MAP).tracks[0]!.notes.map((n) => n.time),
    );
    expect(beats!.at).toEqual([0, 0.5, 1, 1.5, 2, 2.4, 2.8, 3.2, 3.6]);
    expect(beats).toMatchObject({ bars: [0, 4, 8], beatsPerBar: 4 });
  });

  it('is 120 quarters a minute where a file has none, and then no beats are made up', () => {
    expect(readMidiCues(NO_TEMPO, 60)).toMatchObject({
      entries: [{ at: 0, text: 'note 60' }],
      beats: null,
    });
    expect(secondsAtTick(480, [], 480)).toBe(0.5);
  });

  it('is by frames where the file counts those', () => {
    // 1000 ticks at 25 × 40 a second (midi-file 1.2.4 reads the division as 25 frames of 40 ticks).
    expect(readMidiCues(BY_FRAMES, 60)).toMatchObject({ entries: [{ at: 1 }], beats: null });
  });

  it('goes on to the end of the sound where the file ends with its last change', () => {
    const onlyTempo = bytes('4d546864000000060000000101e04d54726b0000000b00ff510307a12000ff2f00');
    expect(readMidiCues(onlyTempo, 3.2).beats!.at).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3]);
  });

  it('goes from ticks to seconds and back', () => {
    const changes = [
      { tick: 0, microsecondsPerQuarter: 500_000 },
      { tick: 1920, microsecondsPerQuarter: 400_000 },
      { tick: 3840, microsecondsPerQuarter: 857_143 },
    ];
    expect(secondsAtTick(4080, changes, 480)).toBeCloseTo(4.0285715, 9);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100_000 }), (tick) => {
        expect(tickAtSeconds(secondsAtTick(tick, changes, 480), changes, 480)).toBe(tick);
      }),
    );
  });

  it('rounds each tempo so that the error does not add up', () => {
    // 174 beats a minute: 344 828 µs each time would drift by 0.4 ms over 1000 beats.
    const at = Array.from({ length: 1001 }, (_, i) => (i * 60) / 174);
    const { changes, endTick } = mapOfBeats({ at, bars: [0], beatsPerBar: 4 }, 480);
    expect(secondsAtTick(endTick, changes, 480)).toBeCloseTo(at[1000]!, 6);
  });
});

describe('a written MIDI file', () => {
  const beats = { at: [1.3, 1.8, 2.3, 2.8, 3.4, 4.0, 4.6], bars: [1, 4], beatsPerBar: 3 };
  const cues = [
    { at: 2.3, kind: 'hit', text: 'Stößel', strength: 0.5 },
    { at: 3.1, kind: null, text: 'door', strength: 1 },
    { at: 3.4, kind: 'section', text: 'build', strength: 1 },
  ] as const;
  const written = writeMidiCues(cues, beats);

  it('is read alike by another library', () => {
    const { header, tracks } = new Midi(written);
    expect(
      header.timeSignatures.map((s) => [s.timeSignature, header.ticksToSeconds(s.ticks)]),
    ).toEqual([
      [[3, 4], 0],
      [[1, 4], expect.closeTo(1.3, 6)],
      [[3, 4], expect.closeTo(1.8, 6)],
    ]);
    const noted = tracks.filter((t) => t.notes.length > 0);
    expect(noted.map((t) => t.name)).toEqual(['hit', 'cue', 'section']);
    expect(noted.map((t) => t.notes[0]!.time)).toEqual(cues.map((c) => expect.closeTo(c.at, 3)));
    expect(header.meta.map((m) => [m.type, m.text])).toContainEqual(['marker', 'build']);
  });

  it('comes back with its kinds, names and strengths, each once', () => {
    const { entries, beats: back } = readMidiCues(written, 60);
    expect(entries.map((e) => [e.kind, e.text])).toEqual(cues.map((c) => [c.kind, c.text]));
    expect(entries[0]!.strength).toBeCloseTo(0.5, 1);
    // Three beats lead up to the first at 1.3 s.
    expect(back!.at.slice(3)).toEqual(beats.at.map((t) => expect.closeTo(t, 6)));
    expect(back!.bars).toEqual([0, 3, 4, 7]);
  });

  it('holds any beats there can be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 100, max: 3000 }), { minLength: 2, maxLength: 40 }),
        fc.integer({ min: 2, max: 7 }),
        (gaps, beatsPerBar) => {
          let time = 0;
          const at = gaps.map((gap) => (time += gap) / 1000);
          const bars = at.flatMap((_, i) => (i % beatsPerBar === 1 ? [i] : []));
          const { beats: back } = readMidiCues(
            writeMidiCues([], { at, bars, beatsPerBar }),
            time / 1000 + 1,
          );
          const lead = back!.at.length - at.length;
          at.forEach((t, i) => expect(back!.at[i + lead]).toBeCloseTo(t, 5));
          expect(back!.bars.filter((i) => i > lead).map((i) => i - lead)).toEqual(bars);
        },
      ),
      { numRuns: 100 },
    );
  });
});

it('bears absurd values without hanging, saying what is wrong', () => {
  const file = (division: string, event: string) =>
    bytes(
      `4d54686400000006000000010${division}4d54726b000000${(event.length / 2 + 4).toString(16).padStart(2, '0')}${event}00ff2f00`,
    );
  const note = '00903c64';
  // No tick at all; bars of notes of 1/2³¹, which are passed over; a quarter of no time; quarters
  // of a microsecond.
  expect(() => readMidiCues(file('000', note), 9)).toThrow('how long a tick lasts');
  expect(readMidiCues(file('1e0', `00ff5804041f1808${note}`), 9)).toMatchObject({ beats: null });
  expect(readMidiCues(file('1e0', `00ff5103000000${note}`), 9).beats).toBeNull();
  expect(() => readMidiCues(file('1e0', '00ff5103000001'), 9)).toThrow('more than 200000 beats');
});

it('refuses what is no MIDI file, or a part of one, saying why', () => {
  expect(() => readMidiCues(new TextEncoder().encode('RIFF....WAVEfmt '), 9)).toThrow(
    'does not begin as one',
  );
  expect(() => readMidiCues(TEMPO_MAP.subarray(0, 60), 9)).toThrow(
    'it ends in the middle of track 1',
  );
  expect(() =>
    readMidiCues(bytes('4d546864000000060000000101e04d54726b0000000400ff2f00'), 9),
  ).toThrow('no note');
});
