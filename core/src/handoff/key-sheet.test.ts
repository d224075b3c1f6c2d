import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { filmOf, frameSpan, layersAt, phrasesAt } from '../film/index.ts';
import { layOutSteadily } from '../layout/index.ts';
import {
  addPhrases,
  makeBetween,
  setMove,
  setPhraseKey,
  setRamp,
  setWindow,
} from '../plan/edits/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { shapedRamp } from '../ramps/index.ts';
import { frames, rational } from '../time/index.ts';
import { cutSheetCsv } from './csv/cut-sheet.ts';
import { writeKeySheet } from './csv/key-sheet.ts';
import { writeEdl } from './edl/write-edl.ts';
import { leftOut } from './left-out.ts';
import { otioDocument } from './otio/write-otio.ts';

const laidOut = layOutSteadily(samplePlan());
const joined = setWindow(setMove(laidOut, 3, 'zoom-through'), 3, 5, 5);
const span = (n: number) => frameSpan(n, laidOut.rate);
const punched = addPhrases(joined, [{ at: { on: 'frame', frame: frames(100) } }], {
  set: { kind: 'punch-in', in: span(8), hold: span(6), out: span(10), scale: 1.5 },
});
const plan = setPhraseKey(punched, punched.phrases[0]!.id, { of: 'rotation', at: 8, value: 2 });

interface Row {
  readonly at: string;
  readonly side: string;
  readonly 'film frame': string;
  readonly timecode: string;
  readonly 'clip frame': string;
  readonly parameter: string;
  readonly value: string;
  readonly 'easing to the next': string;
}

describe('the key sheet', () => {
  const { data, errors } = Papa.parse<Row>(writeKeySheet(plan), {
    header: true,
    skipEmptyLines: true,
  });

  it('is read by another reader of CSV, with a row for every key', () => {
    expect(errors).toEqual([]);
    expect(data.filter(({ at }) => at === 'cut 3').map((row) => [row.side, row.value])).toEqual([
      ['out', '100'],
      ['out', '200'],
      ['in', '200'],
      ['in', '100'],
    ]);
    const phrase = data.filter(({ at }) => at === 'phrase 1');
    expect(phrase.map((row) => [row.parameter, row['film frame'], row.value])).toEqual([
      ['scale', '100', '100'],
      ['scale', '108', '150'],
      ['scale', '114', '150'],
      ['scale', '124', '100'],
      ['rotation', '108', '2'],
    ]);
    // 01:00:00:00 and 108 frames of 24.
    expect(phrase[1]!.timecode).toBe('01:00:04:12');
    expect(phrase[0]!['easing to the next']).toBe('ease-out');
  });

  it('says of every key what the film shows on its frame, as it is painted', () => {
    const film = filmOf(plan);
    for (const row of data) {
      const frame = Number(row['film frame']);
      const scale = row.parameter === 'scale' ? Number(row.value) / 100 : null;
      const layers = layersAt(film, frame);
      if (row.at.startsWith('cut')) {
        const layer = row.side === 'in' ? layers.at(-1)! : layers[0]!;
        if (scale !== null) expect(layer.values.scale).toBeCloseTo(scale, 6);
        expect(Number(row['clip frame'])).toBe(layer.source);
      } else if (frame < 124 && scale !== null)
        expect(phrasesAt(film, frame)[0]!.values.scale).toBeCloseTo(scale, 6);
    }
  });
});

describe('other files', () => {
  it('carry phrases as comments to be typed and as markers with their keys, and say so', () => {
    const edl = writeEdl(plan);
    expect(edl).toContain(
      '* KEYS OF PHRASE 1 OWN SCALE, PER CENT: 100 AT 01:00:04:04, 150 AT 01:00:04:12, 150 AT 01:00:04:18, 100 AT 01:00:05:04',
    );
    expect(edl).toContain('* KEYS OF CUT 3 ZOOM THROUGH OUTGOING SCALE, PER CENT: 100 AT ');
    const document = JSON.parse(JSON.stringify(otioDocument(plan))) as {
      tracks: { children: { markers: { marked_range: unknown; metadata: unknown }[] }[] };
    };
    const [marker] = document.tracks.children[0]!.markers;
    expect(marker).toMatchObject({
      OTIO_SCHEMA: 'Marker.2',
      marked_range: { start_time: { value: 100, rate: 24 }, duration: { value: 24, rate: 24 } },
    });
    expect(leftOut(plan, 'edl')).toContain('1 phrase only as comments with their keys.');
    expect(leftOut(plan, 'otio').join(' ')).toContain('1 phrase as markers');
    expect(leftOut(plan, 'keys')).toEqual([]);
  });
});

describe('the speeds of a shot', () => {
  const ramp = shapedRamp({
    floor: rational(1, 2),
    head: null,
    tail: { speed: rational(4), length: 10, ease: 'ease-in-out' },
  });
  const ramped = makeBetween(setRamp(laidOut, 2, ramp), [2], {
    slow: 'interpolate',
    fast: 'blend',
    shutter: 180,
  });
  const facts = filmOf(ramped).shots[2]!;

  it('stand in the key sheet by film frame and by clip frame, as the film shows them', () => {
    const { data } = Papa.parse<Row>(writeKeySheet(ramped), { header: true, skipEmptyLines: true });
    const rows = data.filter(({ parameter }) => parameter === 'speed');
    expect(rows.map((row) => [row.at, row.value, row['easing to the next']])).toEqual([
      ['shot 3', '50', 'ease-in-out'],
      ['shot 3', '400', ''],
    ]);
    for (const row of rows) {
      const frame = Number(row['film frame']);
      expect(Number(row['clip frame'])).toBe(facts.time!.at(frame - facts.start));
    }
    expect(Number(rows[1]!['film frame'])).toBe(facts.end);
  });

  it('and how pictures between frames are made stand in every file', () => {
    expect(writeEdl(ramped)).toContain(
      '* BETWEEN FRAMES: SLOW PARTS INTERPOLATED, FAST PARTS BLENDED AT 180 DEGREES',
    );
    expect(JSON.stringify(otioDocument(ramped))).toContain(
      '"between_frames":{"slow":"interpolate","fast":"blend","shutter":180}',
    );
    expect(cutSheetCsv.write(ramped)).toContain('slow parts interpolated');
    expect(writeEdl(laidOut)).not.toContain('BETWEEN FRAMES');
  });
});
