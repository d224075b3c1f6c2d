import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editCues, switchCues } from '../../plan/edits/edit-sounds.ts';
import { cuesOfSound } from '../../film/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { samples } from '../../time/index.ts';
import { beatEntriesOf, broughtIn, CUE_FORMATS, cueEntriesOf } from './cue-formats.ts';
import { readCueTable, writeCueTable } from './cue-table.ts';
import { cuesOnly, type CueEntry } from './entry.ts';
import { readTimedText, writeSubRip, writeWebVtt } from './timed-text.ts';

const entry = (at: number, text: string) => ({ at, text, kind: null });

describe('WebVTT and SubRip', () => {
  it('are written as the W3C form and common practice have them', () => {
    const entries = [entry(1.25, 'Ink meets paper'), entry(1.5, 'a < b')];
    expect(writeWebVtt(entries)).toBe(
      'WEBVTT\n\n00:00:01.250 --> 00:00:01.500\nInk meets paper\n\n00:00:01.500 --> 00:00:02.000\na &lt; b\n',
    );
    expect(writeSubRip(entries)).toBe(
      '1\n00:00:01,250 --> 00:00:01,500\nInk meets paper\n\n2\n00:00:01,500 --> 00:00:02,000\na < b\n',
    );
  });

  it('are read with byte mark, Windows line ends, names, notes, settings, tags and short times', () => {
    const file =
      '\uFEFFWEBVTT - shop\r\n\r\nNOTE not a cue\r\n\r\nsecond\r\n01:02.500 --> 01:03.000 align:start\r\n<v Ann>Doors <b>open</b>\r\nat ten\r\n\r\n1\r\n00:00:01.5 --> 00:00:02.000\r\nfirst\r\n';
    expect(readTimedText(file)).toEqual([entry(1.5, 'first'), entry(62.5, 'Doors open at ten')]);
    expect(() => readTimedText('nothing here')).toThrow(/No cue was found/);
  });
});

describe('a table of cues', () => {
  it('is read with and without a head, in any order of columns, with semicolons and decimal commas', () => {
    expect(readCueTable('kind,seconds,text\nhit,2.5,"Thump, low"\nword,1,Come\n')).toEqual([
      { at: 1, text: 'Come', kind: 'word' },
      { at: 2.5, text: 'Thump, low', kind: 'hit' },
    ]);
    expect(readCueTable('0,5;Door\n3;Bell')).toEqual([entry(0.5, 'Door'), entry(3, 'Bell')]);
    expect(() => readCueTable('seconds,text\nsoon,x')).toThrow(
      'Line 2: “soon” is no time in seconds.',
    );
    expect(() => readCueTable('seconds,text')).toThrow(/holds no cue/);
  });
});

describe('cues of a sound', () => {
  const plan = samplePlan();
  const sound = editCues(plan, plan.music!.id, [
    { kind: 'hand', from: null, to: samples(48000), name: 'Look, "up"' },
  ]).music!;

  const lasts = sound.analysis.length / sound.analysis.sampleRate;
  const beats = beatEntriesOf(sound);
  /** What one more pair of writing and reading makes of cues. */
  const backFrom = (format: (typeof CUE_FORMATS)[number], entries: readonly CueEntry[]) => {
    const written = format.write(entries, beats);
    return format.read(
      typeof written === 'string' ? new TextEncoder().encode(written) : written,
      lasts,
    );
  };
  const lists = CUE_FORMATS.filter((f) => f.id !== 'txt');

  it.each(lists.map((f) => [f.id, f] as const))(
    'go through %s and come back to the millisecond',
    (id, format) => {
      // In MIDI the beats are the tempo map.
      const entries = cueEntriesOf(sound).filter(
        (e) => id !== 'mid' || (e.kind !== 'beat' && e.kind !== 'downbeat'),
      );
      const back = backFrom(format, cueEntriesOf(sound)).entries;
      expect(back).toHaveLength(entries.length);
      back.forEach((e, i) => expect(Math.abs(e.at - entries[i]!.at)).toBeLessThanOrEqual(0.0005));
      expect(back.map((e) => e.text)).toContain('Look, "up"');
    },
  );

  it.each(
    CUE_FORMATS.filter((f) => f.id === 'txt' || f.id === 'mid').map((f) => [f.id, f] as const),
  )('go through %s and bring the beats and bars back', (_, format) => {
    const { beats: back } = backFrom(format, []);
    // In MIDI the time before the first beat is a bar of its own, in beats.
    const lead = back!.at.length - beats.at.length;
    beats.at.forEach((at, i) => expect(Math.abs(back!.at[i + lead]! - at)).toBeLessThan(2e-6));
    expect(back!.bars.filter((i) => i >= lead).map((i) => i - lead)).toEqual(beats.bars);
    expect(back!.beatsPerBar).toBe(beats.beatsPerBar);
  });

  it('are read alike by another reader of RFC 4180', () => {
    const rows = parse(writeCueTable(cueEntriesOf(sound)), { columns: true }) as Record<
      string,
      string
    >[];
    expect(rows.find((r) => r.kind === 'hand')).toEqual({
      seconds: '1.000000',
      kind: 'hand',
      text: 'Look, "up"',
    });
  });

  it('are those that the switches let through, and join what was heard when they come in', () => {
    const off = switchCues(plan, plan.music!.id, 'beat', { on: false, least: 0 }).music!;
    expect(cueEntriesOf(off)).toHaveLength(24);
    const { cues: edits, outside } = broughtIn(
      cuesOnly([
        entry(1, 'a'),
        { at: 2, text: 'b', kind: 'word' },
        { at: 3, text: '', kind: 'beat' },
        entry(900, 'late'),
      ]),
      sound,
    );
    expect(outside).toBe(1);
    expect(edits.map((e) => [e.kind, e.to, e.name])).toEqual([
      ['hand', 48000, 'a'],
      ['word', 96000, 'b'],
      ['hand', 144000, undefined],
    ]);
    const joined = editCues(plan, plan.music!.id, edits).music!;
    expect(cuesOfSound(joined).filter((c) => c.kind === 'hand' || c.kind === 'word')).toHaveLength(
      3,
    );
  });

  it('any text is kept on one line by every format', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), (text) => {
        for (const format of lists) {
          const back = backFrom(format, [entry(1, text), entry(2, 'end')]).entries;
          expect(back.map((e) => Math.round(1000 * e.at))).toEqual([1000, 2000]);
        }
      }),
      { numRuns: 60 },
    );
  });
});
