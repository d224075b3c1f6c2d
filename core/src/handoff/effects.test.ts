import { filmOf } from '../film/index.ts';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { setMove } from '../plan/edits/edit-joins.ts';
import { changeEffect, putBed, putHit, putRiser } from '../plan/edits/edit-effects.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';
import { frames } from '../time/index.ts';
import { HANDOFF_FORMATS } from './index.ts';
import { leftOut } from './left-out.ts';
import otioSchema from './testing/otio-subset.schema.json' with { type: 'json' };

const base = setMove(planWithKit(), 4, 'plain');
const at = (frame: number) => ({ on: 'frame', frame: frames(frame) }) as const;
const hit = putHit(base, kitEffect(base, 'whoosh-hard').id, 4);
const plan = putBed(
  putRiser(hit, kitEffect(base, 'riser').id, at(60), at(120)),
  kitEffect(base, 'room').id,
  { from: at(48), to: at(480) },
  frames(24),
);
const write = (id: string) => HANDOFF_FORMATS.find((f) => f.id === id)!.write(plan);

interface Time {
  readonly value: number;
  readonly rate: number;
}
interface Item {
  readonly OTIO_SCHEMA: string;
  readonly name: string;
  readonly source_range: { readonly start_time: Time; readonly duration: Time };
  readonly effects: readonly { readonly time_scalar: number }[];
  readonly media_references?: {
    readonly DEFAULT_MEDIA: { readonly available_range: { readonly duration: Time } };
  };
  readonly metadata: {
    readonly caesura?: { readonly peak_seconds: number; readonly gain_db: number };
  };
}

/**
 * Where each clip of the effects' tracks lies in the film, as a reader without any knowledge of
 * ours counts it.
 */
function clipsOf(text: string) {
  const { tracks } = JSON.parse(text) as {
    tracks: { children: { name: string; children: Item[] }[] };
  };
  return tracks.children
    .filter(({ name }) => name === 'Sound effects')
    .flatMap(({ children }) => {
      let frame = 0;
      return children.flatMap((item) => {
        const start = frame;
        frame += item.source_range.duration.value;
        return item.OTIO_SCHEMA === 'Clip.2' ? [{ item, start, end: frame }] : [];
      });
    });
}

describe('effects in OpenTimelineIO', () => {
  it('fit the schema', () => {
    const validate = new Ajv2020({ strict: false }).compile(otioSchema);
    expect(validate(JSON.parse(write('otio'))), JSON.stringify(validate.errors)).toBe(true);
  });

  it('play their peak on its instant to the sample, at their rate, without leaving their files', () => {
    const clips = clipsOf(write('otio'));
    expect(clips.map(({ item }) => item.name).sort()).toEqual([
      'Riser',
      'Whoosh, hard',
      'Workshop room',
      'Workshop room',
      'Workshop room',
      'Workshop room',
    ]);
    for (const { item, start, end } of clips) {
      const speed = item.effects[0]?.time_scalar ?? 1;
      const { start_time, duration } = item.source_range;
      const used = start_time.value + (duration.value / 24) * speed * start_time.rate;
      expect(start_time.value).toBeGreaterThanOrEqual(0);
      expect(used).toBeLessThanOrEqual(
        item.media_references!.DEFAULT_MEDIA.available_range.duration.value + 1,
      );
      if (item.name === 'Workshop room') continue;
      const effect = plan.effectFiles.find(({ name }) => name === item.name)!;
      const peak = start / 24 + (effect.measure.peak - start_time.value) / start_time.rate / speed;
      expect(peak).toBeCloseTo(item.metadata.caesura!.peak_seconds, 4);
      expect(start / 24).toBeLessThanOrEqual(peak);
      expect(end / 24).toBeGreaterThan(peak);
    }
    const riser = clips.find(({ item }) => item.name === 'Riser')!;
    expect(riser.item.metadata.caesura!.peak_seconds).toBe(5);
    const room = clips
      .filter(({ item }) => item.name === 'Workshop room')
      .toSorted((a, b) => a.start - b.start);
    expect([room[0]!.start, room.at(-1)!.end]).toEqual([36, 492]);
    room.slice(1).forEach(({ start }, i) => expect(start).toBeLessThan(room[i]!.end));
  });

  it('are not written when they are left out', () => {
    const off = changeEffect(hit, hit.effects[0]!.id, { off: true });
    expect(clipsOf(HANDOFF_FORMATS.find((f) => f.id === 'otio')!.write(off))).toEqual([]);
  });
});

describe('effects in the other files', () => {
  it('stand in the row of their cut in the cut sheet', () => {
    const rows = parse(write('csv'), { columns: true }) as Record<string, string>[];
    const facts = filmOf(plan).effects[0]!;
    expect(rows[4]!['sound effects']!.split('; ')).toContain(
      `Whoosh, hard: peak ${facts.peaks.toFixed(3)} s, ${Math.round(1000 * facts.rate) / 10} %, ${facts.semitones.toFixed(1)} st, ${facts.gain.toFixed(1)} dB`,
    );
    expect(rows.map((row) => row['sound effects']).join(' ')).toContain('Riser: peak 5.000 s');
    expect(rows.map((row) => row['sound effects']).join(' ')).toContain(
      'Workshop room: 1.500–20.500 s',
    );
  });

  it('are said to be missing from the edit decision list, and to be carried otherwise elsewhere', () => {
    expect(leftOut(plan, 'edl')).toContain(
      '3 sound effects not at all: they are in the guide track.',
    );
    expect(leftOut(plan, 'otio').join(' ')).toContain('3 sound effects on tracks of their own');
    expect(leftOut(plan, 'json')).toEqual([]);
  });
});
