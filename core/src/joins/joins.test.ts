import { changeRate } from '../plan/edits/change-rate.ts';
import { filmOf } from '../film/film.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PlanSchema, type Plan, type RampKey } from '../plan/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { layOutSteadily } from '../layout/index.ts';
import { CaesuraError, frameRate, rational, USUAL_RATES } from '../time/index.ts';
import { straightWay, wayOf, zoomOf } from './direction.ts';
import { handleFor, handlesOf } from './handles.ts';
import { moveKeys } from './move-keys.ts';
import { setJoinKey } from '../plan/edits/edit-joins.ts';
import { frameSpan, joinAt, parseSpan, spanFrames, spanText } from '../film/index.ts';
import { evenTotals, placingOf, splitWindow } from './split.ts';
import { joinOf, keyOn, planOfParts, windowOf } from '../testing/joined-plans.ts';
import { usualSettings } from './usual.ts';
import { picturedSides, valuesIn } from './values.ts';
import { windowConflicts } from './windows.ts';

const at24 = { ...samplePlan() };

describe('windows', () => {
  it.each([
    // OTIO’s in_offset and out_offset, from memory; the later half has the frame more.
    [24, 12, 12],
    [25, 12, 13],
    [1, 0, 1],
  ])('of %d frames are centred as %d + %d', (total, before, after) => {
    expect(splitWindow(total, 'centred')).toEqual({ before, after });
    expect(placingOf({ before, after })).toBe(before > 0 ? 'centred' : 'starts');
  });

  it('name the even lengths beside an odd one', () => {
    expect(evenTotals(15)).toEqual([14, 16]);
    expect(evenTotals(12)).toEqual([]);
  });

  it('end at the cut, or start at it', () => {
    expect(splitWindow(9, 'ends')).toEqual({ before: 9, after: 0 });
    expect(splitWindow(9, 'starts')).toEqual({ before: 0, after: 9 });
    expect(placingOf({ before: 7, after: 2 })).toBeNull();
  });

  it('of half a second at 25 fps have two whole lengths, 20 ms off either way', () => {
    const plan: Plan = { ...at24, rate: frameRate(25) };
    const { exact, frames, choices } = spanFrames(parseSpan('0.5s', plan), plan);
    expect(exact).toEqual(rational(25, 2));
    expect(frames).toBe(13);
    expect(choices).toEqual([
      { frames: 12, errorMilliseconds: -20 },
      { frames: 13, errorMilliseconds: 20 },
    ]);
  });

  it('are given in frames, seconds or beats and said again as they were given', () => {
    for (const text of ['5', '0.5s', '1 beat', '2 beats'])
      expect(spanText(parseSpan(text, at24))).toBe(text);
    // 112 BPM at 24 fps: 60·24/112 = 12.857 frames a beat.
    expect(spanFrames(parseSpan('1 beat', at24), at24).frames).toBe(13);
    expect(spanFrames(parseSpan('1 beat', at24), at24).exact).toEqual(rational(90, 7));
    expect(() => parseSpan('a while', at24)).toThrow(CaesuraError);
  });

  it('keep their time or their frames at another rate; there and back within a frame', () => {
    const at = (span: ReturnType<typeof frameSpan>, rate: ReturnType<typeof frameRate>) =>
      spanFrames(span, { ...at24, rate }).frames;
    expect(at(frameSpan(6, frameRate(24)), frameRate(60))).toBe(15);
    expect(at(frameSpan(6, frameRate(24), 'frames'), frameRate(60))).toBe(6);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.constantFrom(...USUAL_RATES),
        fc.constantFrom(...USUAL_RATES),
        (n, a, b) => {
          const there = at(frameSpan(n, a), b);
          const back = at(frameSpan(there, b), a);
          // A frame of the coarser of the two.
          expect(Math.abs(back - n)).toBeLessThanOrEqual(
            Math.ceil(a.num / a.den / (b.num / b.den) / 2),
          );
        },
      ),
    );
  });

  it('of one shot must not overlap; the frames over are told', () => {
    const plan = planOfParts(frameRate(24), [
      { length: 30, in: 0, frames: 200 },
      { length: 9, in: 20, frames: 200, join: joinOf('zoom-through', 5, 5) },
      { length: 30, in: 20, frames: 200, join: joinOf('zoom-through', 5, 5) },
    ]);
    const shots = filmOf(plan).shots;
    expect(windowConflicts(shots, filmOf(plan).joins)).toEqual([
      { shot: 1, length: 9, head: 5, tail: 5, over: 1 },
    ]);
  });

  it('of recipes fit themselves to the room, by halves where a shot has two', () => {
    const recipe = {
      id: 'r',
      for: 'cut' as const,
      name: 'Whip',
      settings: usualSettings('whip-pan', at24),
    };
    const join = { recipe: 'r', set: {} };
    const plan = {
      ...planOfParts(frameRate(24), [
        { length: 8, in: 0, frames: 200 },
        { length: 9, in: 0, frames: 200, join },
        { length: 40, in: 0, frames: 200, join },
      ]),
      recipes: [recipe],
    };
    expect(filmOf(plan).joins.map((j) => [j.before, j.after, j.fitted])).toEqual([
      [8, 4, true],
      [4, 11, true],
    ]);
    expect(windowConflicts(filmOf(plan).shots, filmOf(plan).joins)).toEqual([]);
  });

  it('are none where a join is off, and what was set is kept', () => {
    const join = { ...joinOf('slide', 5, 5), off: true };
    const plan = planOfParts(frameRate(24), [
      { length: 20, in: 0, frames: 100 },
      { length: 20, in: 0, frames: 100, join },
    ]);
    const [facts] = filmOf(plan).joins;
    expect([facts!.before, facts!.after, facts!.overlap, facts!.settings.move]).toEqual([
      0,
      0,
      false,
      'slide',
    ]);
  });

  it('pass the check of a plan and go with it through a change of rate', () => {
    const plan = planOfParts(frameRate(24), [
      { length: 24, in: 0, frames: 100 },
      {
        length: 24,
        in: 12,
        frames: 100,
        join: { set: { move: 'plain', before: frameSpan(6, frameRate(24)) } },
      },
    ]);
    expect(PlanSchema.parse(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    expect(filmOf(changeRate(plan, frameRate(48))).joins[0]!.before).toBe(12);
  });
});

describe('handles', () => {
  /**
   * Media of so many frames, used range, head and tail of the window, speed; head and tail handle,
   * whether it fits. From a walk over every frame touched.
   */
  const cases = [
    {
      id: 1,
      media: 240,
      used: [24, 120],
      tail: 12,
      head: 0,
      speed: rational(1),
      handles: [24, 120],
      fits: true,
    },
    {
      id: 2,
      media: 130,
      used: [24, 120],
      tail: 12,
      head: 0,
      speed: rational(1),
      handles: [24, 10],
      fits: false,
    },
    {
      id: 3,
      media: 480,
      used: [120, 240],
      tail: 0,
      head: 12,
      speed: rational(1),
      handles: [120, 240],
      fits: true,
    },
    {
      id: 5,
      media: 240,
      used: [0, 96],
      tail: 12,
      head: 0,
      speed: rational(2),
      handles: [0, 144],
      fits: true,
    },
    {
      id: 6,
      media: 110,
      used: [0, 96],
      tail: 12,
      head: 0,
      speed: rational(2),
      handles: [0, 14],
      fits: false,
    },
    {
      id: 7,
      media: 240,
      used: [30, 60],
      tail: 10,
      head: 10,
      speed: rational(1, 2),
      handles: [30, 180],
      fits: true,
    },
  ] as const;

  it.each(cases)(
    'of case $id are there and enough as in the table',
    ({ media, used, tail, head, speed, handles, fits }) => {
      const length = ((used[1] - used[0]) * speed.den) / speed.num;
      const plan = planOfParts(frameRate(24), [{ length, in: used[0], frames: media, speed }]);
      const [shot] = filmOf(plan).shots;
      const [out, into] = [handleFor('out', shot!, tail)!, handleFor('in', shot!, head)!];
      // At double speed the frame after the last shown is used up too; the walk counts frames that
      // are shown.
      expect(into.there).toBe(handles[0]);
      expect(out.there - handles[1]).toBe(speed.num === 2 ? 1 : 0);
      expect(out.spare >= 0 && into.spare >= 0).toBe(fits);
    },
  );

  const easings = ['linear', 'ease-in', 'ease-in-out', 'cubic-bezier(0.16, 1, 0.3, 1)'];
  const key = fc.record({
    from: fc.constantFrom('start' as const, 'end' as const),
    at: fc.integer({ min: -10, max: 20 }),
    speed: fc.integer({ min: -20, max: 60 }).map((n) => ({ num: n, den: 10 })),
    ease: fc.constantFrom(...easings),
  });
  const part = fc.record({
    length: fc.integer({ min: 1, max: 60 }),
    in: fc.integer({ min: 0, max: 200 }),
    frames: fc.integer({ min: 260, max: 600 }),
    rate: fc.constantFrom(...USUAL_RATES),
  });

  it('equal what stepping every frame shows, at any pair of rates, constant or changing, forwards or back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        part,
        fc.option(fc.array(key, { minLength: 1, maxLength: 4 })),
        fc.integer({ min: 0, max: 30 }),
        (rate, shot, ramp: RampKey[] | null, frames) => {
          const plan = planOfParts(rate, [{ ...shot, ...(ramp && { ramp }) }]);
          const [facts] = filmOf(plan).shots;
          const shown = (from: number, to: number) =>
            Array.from({ length: to - from }, (_, i) => facts!.time!.at(from + i) as number);
          const used = shown(0, shot.length);
          for (const side of ['out', 'in'] as const) {
            const beyond =
              side === 'out' ? shown(shot.length, shot.length + frames) : shown(-frames, 0);
            const handle = handleFor(side, facts!, frames)!;
            const missing = [...used, ...beyond].some((f) => f < 0 || f >= shot.frames);
            const usedMissing = used.some((f) => f < 0 || f >= shot.frames);
            if (!usedMissing) expect(handle.spare < 0).toBe(missing);
            // The frames needed are those beyond the used ones, on the end that is told.
            const past = Math.max(0, Math.max(...beyond, -Infinity) - Math.max(...used));
            const ahead = Math.max(0, Math.min(...used) - Math.min(...beyond, Infinity));
            expect([past, ahead]).toContain(handle.needed);
            expect(handle.spare).toBe(handle.there - handle.needed);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('are needed by overlaps only, each side for the other half; held sides need none', () => {
    const parts = (join: ReturnType<typeof joinOf>) =>
      planOfParts(frameRate(24), [
        { length: 24, in: 10, frames: 38, rate: frameRate(24) },
        { length: 24, in: 7, frames: 300, rate: frameRate(50), join },
      ]);
    const handles = (join: ReturnType<typeof joinOf>) => handlesOf(filmOf(parts(join)).joins[0]!);
    expect(handles(joinOf('plain', 4, 6)).out).toMatchObject({
      needed: 6,
      there: 4,
      spare: -2,
      lasts: 4,
    });
    // Four frames of 24 before the cut reach ⌈4·50/24⌉ = 9 frames of 50 ahead; there are 7.
    expect(handles(joinOf('plain', 4, 6)).in).toMatchObject({
      needed: 9,
      there: 7,
      spare: -2,
      lasts: 3,
    });
    expect(handles(joinOf('zoom-through', 4, 6)).out).toMatchObject({ needed: 0, spare: 4 });
    // Twelve with four of blend in their middle: two frames past the cut on either side, by hand.
    const four = { unit: 'frames', n: 4, at: frameRate(24), keep: 'frames' } as const;
    const blended = joinOf('zoom-through', 6, 6, { pictures: 'overlap', blend: four });
    expect(handles(blended).out).toMatchObject({ needed: 2, spare: 2 });
    // ⌈2·50/24⌉ = 5 frames of 50.
    expect(handles(blended).in).toMatchObject({ needed: 5, there: 7 });
    const { blend, before, after } = filmOf(parts(blended)).joins[0]!;
    expect([before, after, blend]).toEqual([6, 6, { before: 2, after: 2 }]);
    const held = joinOf('plain', 4, 6, { hold: { out: true, in: false } });
    expect(handles(held).out).toMatchObject({ needed: 0, spare: 4 });
  });
});

describe('moves', () => {
  const window = windowOf;
  const column = (
    side: 'out' | 'in',
    move: Parameters<typeof usualSettings>[0],
    of: 'scale' | 'x' | 'y' | 'rotation' | 'opacity' | 'blur',
    w: ReturnType<typeof window>,
  ) => valuesIn(usualSettings(move, at24), w)[side].map((v) => Math.round(v[of] * 1000) / 1000);

  it('zoom through rises from 100 % to the peak and falls back to 100 % (common practice)', () => {
    const out = column('out', 'zoom-through', 'scale', window(5, 5));
    const into = column('in', 'zoom-through', 'scale', window(5, 5));
    expect([out[0], out[4], into[0], into[4]]).toEqual([1, 2, 2, 1]);
    // CSS ease-in at 1/4 and 1/2: 0.0935 and 0.3154.
    expect(out.slice(1, 3)).toEqual([1.093, 1.315]);
    expect(into.toReversed()).toEqual(out);
  });

  it('a side of one frame has only its peak', () => {
    expect(column('out', 'zoom-through', 'scale', window(1, 1))).toEqual([2]);
    expect(column('in', 'zoom-through', 'scale', window(1, 1))).toEqual([2]);
    expect(column('out', 'zoom-through', 'scale', window(0, 4))).toEqual([]);
  });

  it('a slide of 5 + 5 frames leaves nothing open on any frame (common practice)', () => {
    const out = column('out', 'slide', 'x', window(5, 5, true));
    const into = column('in', 'slide', 'x', window(5, 5, true));
    expect(out).toHaveLength(10);
    expect([out[0], out[9], into[0], into[9]]).toEqual([0, -1, 1, 0]);
    out.forEach((x, i) => expect(into[i]! - x).toBeCloseTo(1, 9));
  });

  it('a drop comes from fully above to home in 5 frames; only the incoming moves (common practice)', () => {
    const into = column('in', 'drop', 'y', window(0, 5, true));
    expect([into[0], into[4]]).toEqual([-1, 0]);
    expect(into).toEqual(into.toSorted((a, b) => a - b));
    expect(column('out', 'drop', 'y', window(0, 5, true))).toEqual([0, 0, 0, 0, 0]);
  });

  it('a whip pan of 13 + 11 frames goes past its rest and back within 4 + 2 frames, its edges hidden at 120 % (common practice)', () => {
    const values = valuesIn(usualSettings('whip-pan', at24), window(13, 11)).in;
    const x = values.map((v) => v.x);
    const least = x.indexOf(Math.min(...x));
    const most = x.lastIndexOf(Math.max(...x.slice(least)));
    expect([x[0], least, most - least, 10 - most, x[10]]).toEqual([0.1, 4, 4, 2, 0]);
    for (const side of ['out', 'in'] as const)
      for (const v of valuesIn(usualSettings('whip-pan', at24), window(13, 11))[side])
        expect(v.scale).toBeGreaterThanOrEqual(1 + 2 * Math.abs(v.x) - 1e-9);
    expect(Math.max(...values.map((v) => v.scale))).toBeCloseTo(1.2, 6);
  });

  it('a hinge turns by 90° about a corner until nothing of it is left: a second at 24, half a second at 50 (common practice)', () => {
    const length = (rate: number) => {
      const plan = { ...at24, rate: frameRate(rate) };
      const { before, after } = usualSettings('hinge', plan);
      return spanFrames(before, plan).frames + spanFrames(after, plan).frames;
    };
    expect([length(24), length(25), length(50), length(60)]).toEqual([24, 25, 25, 30]);
    expect(column('out', 'hinge', 'rotation', window(12, 12, true)).at(-1)).toBe(90);
    expect(column('in', 'hinge', 'rotation', window(12, 12, true))).toEqual(Array(24).fill(0));
  });

  it('a plain overlap of n frames is at (k + 1)/(n + 1) on frame k', () => {
    // One of three common sampling conventions; it never shows one picture alone.
    const mix = valuesIn(usualSettings('plain', at24), window(12, 12, true)).in.map(
      (v) => v.opacity,
    );
    expect(mix[0]).toBeCloseTo(0.04, 9);
    expect(mix[23]).toBeCloseTo(0.96, 9);
    expect(valuesIn(usualSettings('plain', at24), window(1, 1, true)).in[1]!.opacity).toBeCloseTo(
      2 / 3,
      9,
    );
  });

  it('a smear peaks at the cut; 26 px ask for a little more than 101 % (common practice says about 102 %)', () => {
    const blur = column('out', 'smear', 'blur', window(6, 6));
    expect([blur[0], blur[5]]).toEqual([0, 26]);
    const scale = valuesIn(usualSettings('smear', at24), window(6, 6)).out.at(-1)!.scale;
    expect(scale).toBeCloseTo(1 + 26 / 1920, 6);
  });

  it('moves one side only where so set, and own keys where they are', () => {
    const settings = { ...usualSettings('zoom-through', at24), sides: 'out' as const };
    expect(moveKeys('in', settings, window(5, 5))).toEqual({});
    const own = {
      ...usualSettings('own', at24),
      keys: [
        keyOn(window(5, 5), { side: 'out', of: 'rotation', at: -1, value: 30, ease: 'linear' }),
        keyOn(window(5, 5), { side: 'out', of: 'rotation', at: -5, value: 0, ease: 'linear' }),
      ],
    };
    expect(valuesIn(own, window(5, 5)).out.map((v) => v.rotation)).toEqual([0, 7.5, 15, 22.5, 30]);
  });

  it('covers every frame of every move with the covering scale, the time the shutter is open included', () => {
    for (const move of ['whip-pan', 'smear', 'zoom-through'] as const)
      for (const side of ['out', 'in'] as const)
        for (const v of valuesIn(
          { ...usualSettings(move, at24), cover: 'each' as const },
          window(9, 7),
        )[side])
          expect(v.scale).toBeGreaterThan(v.covers - (v.smeared > 0 ? 0.02 : 1e-9));
  });

  it('takes the way from the camera: the way both go, else that of the one that goes farther', () => {
    const f = (dx: number, dy = 0) => Array(6).fill({ dx, dy, zoom: 0 });
    expect(wayOf(f(-0.02), f(-0.01))).toBe(180);
    expect(wayOf(f(0.02), f(-0.01))).toBe(0);
    expect(wayOf(f(0.001, -0.03), f(0))).toBe(272);
    expect(wayOf(f(0.02 * Math.cos(1.4), 0.02 * Math.sin(1.4)), f(0))).toBe(80);
    expect(wayOf(f(0), f(0.0005))).toBeNull();
    expect([272, 80, 44, 46, 359, -50].map(straightWay)).toEqual([270, 90, 0, 90, 0, 270]);
  });

  it('takes the zoom from the camera: in where it goes in, out where it goes out, none where it goes along', () => {
    const f = (zoom: number, dx = 0) => Array(6).fill({ dx, dy: 0, zoom });
    expect(zoomOf(f(0.01), f(0.02))).toBe('in');
    expect(zoomOf(f(-0.01), f(0.002))).toBe('out');
    expect(zoomOf(f(0.01, 0.02), f(0))).toBeNull();
    expect(zoomOf(f(0.001), f(0))).toBeNull();
  });
});

describe('a layout with joins', () => {
  it('keeps the join of a cut that is there again', () => {
    const plan = layOutSteadily(samplePlan());
    const shots = plan.score!.shots.map((s, i) =>
      i === 3 ? { ...s, join: { set: { move: 'slide' as const } } } : s,
    );
    const again = layOutSteadily({ ...plan, score: { ...plan.score!, shots } });
    expect(again.score!.shots[3]!.join).toEqual({ set: { move: 'slide' } });
  });
});

describe('handles of pictures that are not seen', () => {
  it('are not counted: an outgoing picture that is gone two frames after the cut needs two', () => {
    const shots = [
      { length: 40, in: 100, frames: 900 },
      { length: 40, in: 100, frames: 900, join: joinOf('own', 6, 6, { pictures: 'overlap' }) },
    ];
    const plan = planOfParts(frameRate(24), shots);
    expect(handlesOf(joinAt(plan, 1)).out!.needed).toBe(6);
    const key = (p: typeof plan, at: number, value: number) =>
      setJoinKey(p, 1, { side: 'out', of: 'opacity', at, value });
    const gone = key(key(key(plan, -6, 1), 1, 1), 2, 0);
    const seen = picturedSides(joinAt(gone, 1)).out!;
    expect([1, 2, 5].map((at) => seen.at(at).opacity)).toEqual([1, 0, 0]);
    expect(handlesOf(joinAt(gone, 1)).out!.needed).toBe(2);
    expect(handlesOf(joinAt(gone, 1)).in!.needed).toBe(6);
  });
});
