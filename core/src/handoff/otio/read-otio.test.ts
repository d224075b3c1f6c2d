import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate, rational, toNumber, type Rational } from '../../time/index.ts';
import type { CutFilm } from '../returned/cut-film.ts';
import { readOtio } from './read-otio.ts';

const sample = readFileSync(path.join(import.meta.dirname, '../testing/sample.otio'), 'utf8');

/** What is seen on a frame: the media's name and the second of it; null for black. */
function seen(film: CutFilm, frame: number): [string, number] | null {
  const piece = film.pieces.find(({ start, end }) => frame >= start && frame < end)!;
  if (!piece.media) return null;
  const seconds = ((frame - piece.start) * film.rate.den) / film.rate.num;
  const at = toNumber(piece.from) + toNumber(piece.speed) * seconds;
  return [piece.media.name, Math.round(at * 1e6) / 1e6];
}

// Small writers of the form, apart from ours.
const time = (value: number, rate = 24) => ({ OTIO_SCHEMA: 'RationalTime.1', value, rate });
const range = (start: number, lasts: number, rate = 24) => ({
  ...{ OTIO_SCHEMA: 'TimeRange.1', start_time: time(start, rate), duration: time(lasts, rate) },
});
const clip = (name: string, used: unknown, more: object = {}) => ({
  ...{ OTIO_SCHEMA: 'Clip.1', name, source_range: used, ...more },
});
const gap = (lasts: number) => ({ OTIO_SCHEMA: 'Gap.1', source_range: range(0, lasts) });
const track = (...children: unknown[]) => ({ OTIO_SCHEMA: 'Track.1', kind: 'Video', children });
const stack = (...children: unknown[]) => ({ OTIO_SCHEMA: 'Stack.1', children });
const timeline = (tracks: unknown) =>
  JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', name: 'T', tracks });

describe('an OpenTimelineIO document', () => {
  // The sample of the form, from memory.
  it('is a film: every stretch of the sample is what it says, counted by hand', () => {
    const film = readOtio(sample);
    expect([film.name, film.rate, film.start]).toEqual(['pacing sample', frameRate(24), 86400]);
    for (const [frame, what] of [
      [0, ['wide', 1]],
      [95, ['wide', 1 + 95 / 24]],
      [96, ['close', 5]],
      [216, null],
      [228, ['run 200%', 0]],
      [240, ['run 200%', 1]],
      [276, ['hold', 2.5]],
      [299, ['hold', 2.5]],
      [300, ['lost', 0]],
    ] as const)
      expect(seen(film, frame), `${frame}`).toEqual(
        what && [what[0], Math.round(what[1] * 1e6) / 1e6],
      );
    expect(film.pieces.at(-1)!.end).toBe(324);
    expect(film.crossings).toMatchObject([{ at: 96, before: 12, after: 12, dissolve: true }]);
    expect(film.pieces[0]!.media).toMatchObject({
      ...{ fileName: 'a001.mov', available: { from: rational(0), lasts: rational(10) } },
    });
    expect(film.sounds).toMatchObject([{ start: 0, end: 324, track: 1, from: rational(0) }]);
    expect(film.markers.map(({ at, name }) => [at, name])).toEqual([
      [96, 'drop'],
      [0, 'beat 1'],
    ]);
    expect(film.told).toEqual([]);
  });

  it('is flattened to what is seen: higher tracks, nested stacks that are trimmed, what is off', () => {
    const nested = {
      ...stack(track(gap(12), clip('in', range(48, 36)))),
      source_range: range(6, 18),
    };
    const film = readOtio(
      timeline(
        stack(
          track(clip('low', range(100, 96))),
          track(gap(24), nested, clip('off', range(0, 12), { enabled: false })),
        ),
      ),
    );
    // The nested stack begins six frames in, so that its clip is seen after six more.
    expect([23, 24, 29, 30, 41, 42, 60].map((frame) => seen(film, frame)?.[0])).toEqual([
      'low',
      'low',
      'low',
      'in',
      'in',
      'low',
      'low',
    ]);
    expect(seen(film, 30)).toEqual(['in', 2]);
    expect(seen(film, 42)![1]).toBeCloseTo(142 / 24, 5);
    expect(film.told.map(({ words }) => words)).toEqual([
      'It is switched off: left out.',
      '2 tracks of pictures are read as what is seen of them.',
    ]);
  });

  it('counts times of other rates exactly, and tells what falls beside a frame', () => {
    const film = readOtio(
      timeline(
        stack(
          track(clip('a', range(0, 25, 25)), clip('b', range(0, 48.5)), clip('c', range(0, 9))),
        ),
      ),
      frameRate(24),
    );
    expect(film.pieces.map(({ start, end }) => [start, end])).toEqual([
      [0, 24],
      [24, 73],
      [73, 82],
    ]);
    expect(film.told.map(({ where }) => where)).toEqual(['picture, layer 1, item 3']);
    // Laid half a frame later it shows what is shown there.
    expect(film.pieces[2]!.from).toEqual(rational(1, 48));
    const slow = readOtio(timeline(stack(track(clip('a', range(0, 100, 23.976023976023978))))));
    expect(slow.rate).toEqual(frameRate(24000, 1001));
    expect(slow.pieces[0]!.end).toBe(100);
  });

  it('holds sounds, backwards and fitted clips, runs of pictures, and tells what it does not', () => {
    const film = readOtio(
      timeline(
        stack(
          track(
            clip('back', range(24, 24), {
              effects: [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: -2 }],
            }),
            clip('run', range(0, 24), {
              media_reference: {
                OTIO_SCHEMA: 'ImageSequenceReference.1',
                ...{ name_prefix: 'shot.', name_suffix: '.exr', frame_zero_padding: 4 },
              },
              effects: [{ OTIO_SCHEMA: 'Effect.1', effect_name: 'Glow' }],
            }),
            { OTIO_SCHEMA: 'Nonesuch.3' },
            clip('made', range(0, 6), { media_reference: { OTIO_SCHEMA: 'GeneratorReference.1' } }),
          ),
        ),
      ),
    );
    // Of frames 24 to 71 the last comes first, from its end on.
    expect(seen(film, 0)![1]).toBeCloseTo(72 / 24, 5);
    expect(seen(film, 12)![1]).toBeCloseTo(48 / 24, 5);
    expect(film.pieces[1]!.media!.fileName).toBe('shot.####.exr');
    expect(seen(film, 50)).toBeNull();
    expect(film.told.map(({ words }) => words)).toEqual([
      'Its effect “Glow” is not read.',
      'A Nonesuch is not read.',
      'Its picture is made by a program: read as black.',
    ]);
  });

  it('is refused with the reason where it is none, or is without end', () => {
    expect(() => readOtio('{')).toThrow('no JSON');
    expect(() => readOtio('{"a":1}')).toThrow('no OpenTimelineIO object');
    expect(() => readOtio(timeline(null))).toThrow('no track');
    let deep: unknown = stack();
    for (let i = 0; i < 200; i++) deep = stack(deep);
    expect(() => readOtio(timeline(deep), frameRate(24))).toThrow('nested more than 64 deep');
  });

  it('never breaks on a document that is not as it should be', () => {
    const good = JSON.parse(sample) as unknown;
    const odd = fc.constantFrom<unknown>(
      ...[null, '', -1, 1e300, 0.1, {}, [], 'Clip.2', { OTIO_SCHEMA: 'Clip.99' }, true],
      ...[time(-5), time(3, 0), range(-10, 5), time(1, 1e9), stack(stack(track()))],
    );
    /** All places of a document, as paths. */
    const places: (string | number)[][] = [];
    const walk = (value: unknown, at: (string | number)[]): void => {
      places.push(at);
      if (typeof value === 'object' && value !== null)
        for (const [key, each] of Object.entries(value)) walk(each, [...at, key]);
    };
    walk(good, []);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...places.slice(1)), odd), {
          minLength: 1,
          maxLength: 4,
        }),
        (changes) => {
          const made = structuredClone(good) as Record<string, unknown>;
          for (const [at, value] of changes) {
            let holder = made as Record<string | number, unknown> | undefined;
            for (const key of at.slice(0, -1))
              holder = holder?.[key] as Record<string | number, unknown> | undefined;
            if (typeof holder === 'object' && holder !== null)
              holder[at.at(-1)!] = structuredClone(value);
          }
          let film: CutFilm;
          try {
            film = readOtio(JSON.stringify(made));
          } catch (error) {
            expect((error as { code?: string }).code).toMatch(
              /^(bad-otio|no-pictures|too-large|bad-time)$/,
            );
            return;
          }
          film.pieces.slice(1).forEach(({ start }, i) => expect(start).toBe(film.pieces[i]!.end));
          const whole = (x: Rational) => Number.isSafeInteger(x.num) && x.den > 0;
          expect(film.pieces.every(({ from, speed }) => whole(from) && whole(speed))).toBe(true);
        },
      ),
      { numRuns: 1500 },
    );
  });
});
