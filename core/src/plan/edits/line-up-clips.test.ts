import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { LINE_UP_RATE, NOTHING_FOUND } from '../../listen/index.ts';
import { sampleAt } from '../../sound/index.ts';
import { planOfParts } from '../../testing/joined-plans.ts';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { frameRate, frames, rational, samples, toNumber, USUAL_RATES } from '../../time/index.ts';
import { PlanSchema, type ClipSound, type Plan } from '../index.ts';
import { placeSound, setMusic } from './edit-sounds.ts';
import { fillClips } from './file-facts.ts';
import { lineUpClips, sourceInSync, syncShots } from './line-up-clips.ts';
import { hearTrack, soundShots } from './own-sound.ts';

const SONG_RATE = 44_100;
const silent = { integrated: null, momentaryMaximum: null, shortTermMaximum: null, shortTerm: [] };

/** A film of three shots of a clip whose sound begins so many samples after its pictures. */
function plan(rate = frameRate(24), source = frameRate(25), start = 0): Plan {
  const base = planOfParts(
    rate,
    [40, 60, 50].map((length) => ({ length, in: 600, frames: 9000, rate: source })),
  );
  const sound: ClipSound = {
    ...{ media: 'a'.repeat(64), outline: null, sampleRate: 48_000, channels: 1 },
    ...{ length: samples(48_000 * 400), start, rate: source, tracks: 1 },
    heard: { hits: [], words: [], pauses: [], loudness: silent },
  };
  const analysis = exactAnalysis(120, 400, { sampleRate: SONG_RATE });
  const clips = base.clips.map((clip) => ({ ...clip, sound }));
  const song = { media: 'b'.repeat(64), fileName: 'song.mp3', outline: null };
  return setMusic({ ...base, clips }, { ...song, analysis, found: NOTHING_FOUND });
}
const lined = (made: Plan, seconds: number): Plan =>
  lineUpClips(
    made,
    made.music!.id,
    made.clips.map(({ id }) => ({ clip: id, offset: seconds * LINE_UP_RATE })),
  );

describe('another sound track of a file', () => {
  it('takes the place of the one before, and stays in sync with the song where it begins later', () => {
    const base = plan();
    const clips = base.clips.map((clip) => ({ ...clip, content: 'c'.repeat(64) }));
    const before = syncShots(lined({ ...base, clips }, -2), [1]);
    const own = before.clips[0]!.sound!;
    const other = { ...own, media: 'd'.repeat(64), start: own.start - 24_000, tracks: 2, track: 1 };
    const after = hearTrack(before, 'c'.repeat(64), other);
    expect(after.clips.map(({ sound }) => sound)).toEqual(clips.map(() => other));
    const inSync = (made: Plan) => sourceInSync(made, filmOf(made).shots[1]!)!;
    expect(inSync(after)).toBeCloseTo(inSync(before), 3);
    expect(PlanSchema.parse(after)).toEqual(after);
    expect(() => hearTrack(base, 'c'.repeat(64), other)).toThrow('No clip with a sound');
    // What the file says of its main track does not take the choice back.
    const facts = { ...clips[0]!, sound: own };
    expect(fillClips(after, 'c'.repeat(64), facts).clips[0]!.sound).toEqual(other);
  });
});

describe('shots of a performance', () => {
  it('are in sync with the song: what is heard of both is the same instant, within half a frame', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: -4000, max: 4000 }),
        fc.double({ min: -40, max: 0.5, noNaN: true }),
        (rate, source, start, seconds) => {
          const made = syncShots(lined(plan(rate, source, start), seconds), [1]);
          const heard = soundShots(made, [1], { on: true });
          const { audioEvents, shots } = filmOf(heard);
          const own = audioEvents.find(({ of }) => of === 'own')!;
          const song = audioEvents.find(({ of }) => of === 'music')!;
          const at = (shots[1]!.start * rate.den) / rate.num;
          const inSong = sampleAt(song, at) / SONG_RATE;
          const inTake = sampleAt(own, at) / 48_000 + seconds;
          expect(Math.abs(inSong - inTake)).toBeLessThan(0.5 / toNumber(source) + 2e-4);
        },
      ),
      { numRuns: 100 },
    );
  });

  it('are told why they cannot be', () => {
    const made = lined(plan(), 0);
    expect(() => syncShots(plan(), [0])).toThrow('is in no song');
    expect(() => syncShots(lined(plan(), 900), [0])).toThrow('was not filmed while that part');
    const later = placeSound(made, made.music!.id, frames(100));
    expect(sourceInSync(later, filmOf(later).shots[0]!)).toBeNull();
    const slow = {
      ...made,
      score: {
        ...made.score!,
        shots: made.score!.shots.map((shot) => ({ ...shot, speed: rational(1, 2) })),
      },
    };
    expect(() => syncShots(slow, [0])).toThrow('does not go at 100 %');
    expect(() => lineUpClips(made, 'none', [])).toThrow('not in the plan');
    const taken = lineUpClips(made, made.music!.id, [{ clip: made.clips[0]!.id, offset: null }]);
    expect(taken.clips[0]).not.toHaveProperty('linedUp');
  });
});
