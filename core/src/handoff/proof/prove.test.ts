import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CaesuraError, frames, rational, sourceFrames, frameRate } from '../../time/index.ts';
import { joinOf, planOfParts } from '../../testing/joined-plans.ts';
import { planWithKit } from '../../testing/plan-with-effects.ts';
import type { HandoffFormat } from '../format.ts';
import { HANDOFF_FORMATS } from '../formats.ts';
import type { Plan } from '../../plan/index.ts';
import { drawnPlan } from '../testing/drawn-plans.ts';
import { isProved, proofOf } from './prove.ts';

const FORMATS = HANDOFF_FORMATS.flatMap((format) =>
  isProved(format.id) ? [{ id: format.id, write: format.write }] : [],
);

/** A file of a plan; null where the form cannot write it and says so. */
function written(plan: Plan, write: (plan: Plan) => string): string | null {
  try {
    return write(plan);
  } catch (error) {
    if (error instanceof CaesuraError) return null;
    throw error;
  }
}

describe('the proof of a written file', () => {
  it('finds nothing wrong in good files of 300 drawn plans at all countings', () => {
    const proved: Record<string, number> = {};
    fc.assert(
      fc.property(drawnPlan, (plan) => {
        for (const { id, write } of FORMATS) {
          const text = written(plan, write);
          if (text === null) continue;
          proved[id] = (proved[id] ?? 0) + 1;
          const { wrong, frames: count, equal } = proofOf(plan, id, text);
          expect({ id, wrong }).toEqual({ id, wrong: [] });
          // Of a key sheet the frames of its keys are compared.
          if (id === 'keys') expect(equal).toBe(count);
          else expect(count).toBe(plan.score!.length);
          expect(equal).toBeLessThanOrEqual(count);
        }
      }),
      { numRuns: 300 },
    );
    for (const { id } of FORMATS) expect(proved[id]).toBeGreaterThan(100);
  });

  it('finds the very pictures where nothing is rounded, and the sounds on their places', () => {
    const plan = planWithKit();
    for (const { id, write } of FORMATS.filter(({ id: f }) => f !== 'edl')) {
      const { equal, frames: count, near, wrong } = proofOf(plan, id, write(plan));
      expect([id, equal, near, wrong]).toEqual([id, count, [], []]);
    }
  });
});

/** A plan in which each planted fault shows: several rates, a dissolve, music, reels. */
function plain(): Plan {
  const at25 = frameRate(25);
  const clip = { frames: 900, rate: at25 };
  const made = planOfParts(at25, [
    { ...clip, length: 50, in: 100 },
    { ...clip, length: 40, in: 250, speed: rational(1, 2) },
    { ...clip, length: 60, in: 30, join: joinOf('plain', 4, 4, { pictures: 'overlap' }) },
  ]);
  const music = planWithKit().music!;
  return {
    ...made,
    start: frames(90_000),
    clips: made.clips.map((one) => ({ ...one, start: sourceFrames(1500) })),
    music: { ...music, place: frames(0) },
  };
}

/** A fault that is planted in a written file, and what has to be said of it. */
interface Planted {
  readonly what: string;
  readonly format: HandoffFormat['id'];
  readonly plant: (text: string) => string;
  readonly why: RegExp;
}

const swapped = (a: string, b: string) => (text: string) => {
  const changed = text.replace(a, b);
  expect(changed).not.toBe(text);
  return changed;
};

interface WrittenTime {
  value: number;
  rate: number;
}
interface WrittenClip {
  source_range: { start_time: WrittenTime; duration: WrittenTime };
  media_references: { DEFAULT_MEDIA: { available_range: { start_time: WrittenTime } } };
}
interface WrittenTimeline {
  global_start_time: WrittenTime;
  tracks: { children: { kind: string; children: WrittenClip[] }[] };
}

/** Changes the first clip of the pictures of a document. */
const inDocument =
  (change: (item: WrittenClip, children: WrittenClip[]) => void) => (text: string) => {
    const document = JSON.parse(text) as WrittenTimeline;
    const { children } = document.tracks.children[0]!;
    change(children[0]!, children);
    return JSON.stringify(document);
  };

const PLANTED: readonly Planted[] = [
  {
    what: 'a source that begins a frame late',
    format: 'edl',
    plant: swapped('00:01:04:00 00:01:06:00', '00:01:04:01 00:01:06:01'),
    why: /source is after/,
  },
  {
    what: 'a cut a frame early',
    format: 'edl',
    plant: (text) => text.replaceAll('01:00:02:00', '01:00:01:24'),
    why: /Another clip|source/,
  },
  {
    what: 'a speed line that is left out',
    format: 'edl',
    plant: (text) => text.replace(/^M2 .*\r\n/m, ''),
    why: /source is after/,
  },
  {
    what: 'a dissolve that became a cut',
    format: 'edl',
    plant: (text) => text.replace(/^\d+ .* C .*\r\n(?:M2 .*\r\n)?(\d+ .*)D {4}008/m, '$1C       '),
    why: /One picture in place of two/,
  },
  {
    what: 'names of two clips exchanged',
    format: 'edl',
    plant: (text) =>
      text
        .replaceAll('CLIP 0', 'CLIP X')
        .replaceAll('clip-0', 'clip-x')
        .replaceAll('clip-1', 'clip-0')
        .replaceAll('clip-x', 'clip-1'),
    why: /Another clip/,
  },
  {
    what: 'music two frames late',
    format: 'edl',
    plant: (text) =>
      text.replace(
        /(MUSIC +AA +C +)(\d\d:\d\d:\d\d):(\d\d)/,
        (_, head: string, hms: string, f: string) =>
          `${head}${hms}:${String(Number(f) + 2).padStart(2, '0')}`,
      ),
    why: /sound is off/,
  },
  {
    what: 'a list that counts with dropped frames',
    format: 'otio',
    plant: inDocument((item) => {
      item.source_range.start_time.rate = 30;
    }),
    why: /source is before/,
  },
  {
    what: 'a shot a frame too long',
    format: 'otio',
    plant: inDocument((item) => {
      item.source_range.duration.value += 1;
    }),
    why: /Another clip|source/,
  },
  {
    what: 'a shot that is left out',
    format: 'otio',
    plant: inDocument((_, children) => {
      children.splice(0, 1);
    }),
    why: /Another clip/,
  },
  {
    what: 'a timecode of the media that is not counted',
    format: 'otio',
    plant: inDocument((item) => {
      item.media_references.DEFAULT_MEDIA.available_range.start_time.value = 0;
    }),
    why: /source is after/,
  },
  {
    what: 'a sound that is left out',
    format: 'otio',
    plant: (text) => {
      const document = JSON.parse(text) as WrittenTimeline;
      const { tracks } = document;
      tracks.children = tracks.children.filter(({ kind }) => kind === 'Video');
      return JSON.stringify(document);
    },
    why: /sound is not there/,
  },
  {
    what: 'another start of the film',
    format: 'otio',
    plant: (text) => {
      const document = JSON.parse(text) as WrittenTimeline;
      document.global_start_time.value += 1;
      return JSON.stringify(document);
    },
    why: /another timecode/,
  },
  {
    what: 'a row with another speed',
    format: 'csv',
    plant: (text) => text.replace(/^(2,.*),50,250,/m, '$1,60,250,'),
    why: /source is after/,
  },
  {
    what: 'a start that is not its timecode',
    format: 'csv',
    plant: (text) => text.replace(/^2,50,90,40,01:00:02:00/m, '2,50,90,40,01:00:02:01'),
    why: /not that of its start frame/,
  },
  {
    what: 'a printed source a frame off',
    format: 'html',
    plant: swapped('>250<', '>251<'),
    why: /source is after/,
  },
  {
    what: 'a plan with a shot moved',
    format: 'json',
    plant: (text) => text.replace('"start": 50', '"start": 51'),
    why: /Another clip/,
  },
];

describe('a writer with a fault', () => {
  const plan = plain();
  it.each(PLANTED)('is found: $what, in $format', ({ format, plant, why }) => {
    const good = FORMATS.find(({ id }) => id === format)!.write(plan);
    expect(proofOf(plan, format, good).wrong).toEqual([]);
    const text = plant(good);
    expect(text).not.toBe(good);
    const { wrong } = proofOf(plan, format, text);
    expect(wrong.map((one) => one.why).join(' ')).toMatch(why);
    // It says on which frames, and what was to be seen there.
    for (const { from, to } of wrong) expect(from).toBeLessThanOrEqual(to);
  });

  it('that wrote no file at all is told so', () => {
    expect(() => proofOf(plan, 'otio', '{"OTIO')).toThrow('The file cannot be read');
  });
});

describe('the proof of a key sheet', () => {
  const key = (move: 'whip-pan' | 'zoom-through') => joinOf(move, 6, 6, { pictures: 'overlap' });
  const clip = { frames: 900, rate: frameRate(24), in: 200 };
  const moving = planOfParts(frameRate(24), [
    { ...clip, length: 40 },
    { ...clip, length: 40, join: key('whip-pan') },
    { ...clip, length: 40, join: key('zoom-through') },
  ]);
  const text = FORMATS.find(({ id }) => id === 'keys')!.write(moving);

  it('types its keys and finds the values of every frame', () => {
    const { wrong, frames: count, equal } = proofOf(moving, 'keys', text);
    expect([wrong, equal]).toEqual([[], count]);
    // Two windows of twelve frames.
    expect(count).toBe(24);
  });

  it('finds a value, an easing, a frame and a clip frame that are not planned', () => {
    const rows = text.split('\r\n');
    const at = rows.findIndex((row) => /^cut 2,.*,scale,/.test(row));
    const planted = (change: (fields: string[]) => void): string => {
      const fields = rows[at]!.split(',');
      change(fields);
      return rows.with(at, fields.join(',')).join('\r\n');
    };
    const heads = rows[0]!.split(',');
    const put = (name: string, value: string) =>
      planted((fields) => {
        fields[heads.indexOf(name)] = value;
      });
    for (const broken of [
      put('value', '131'),
      put('easing to the next', 'linear'),
      put('film frame', '75'),
      put('clip frame', '1'),
      put('value', 'large'),
    ])
      expect(proofOf(moving, 'keys', broken).wrong.length).toBeGreaterThan(0);
  });
});

describe('a list of clips at other rates', () => {
  it('is shown in both of its readings', () => {
    const film = frameRate(24);
    const mixed = planOfParts(film, [
      { length: 24, in: 47, frames: 900, rate: frameRate(50) },
      { length: 24, in: 10, frames: 900, rate: film },
    ]);
    const text = FORMATS.find(({ id }) => id === 'edl')!.write(mixed);
    const { wrong, how, other } = proofOf(mixed, 'edl', text);
    expect([wrong, how]).toEqual([[], 'Source labels count the frames of each file']);
    // 00:00:00:47 is no label at 24 frames a second.
    expect(other!.how).toBe('All labels count the frames of the film');
    expect(other!.wrong[0]!.why).toContain('no label 00:00:00:47');
  });
});
