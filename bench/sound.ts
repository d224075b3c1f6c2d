import { filmOf } from '@caesura/core/film';
import { lineUp, LINE_UP_RATE } from '@caesura/core/listen';
import { hearClip, setDucking } from '@caesura/core/edits';
import type { ClipSound, Plan } from '@caesura/core/plan';
import { frameRate, samples } from '@caesura/core/time';
import { planOfParts } from '../core/src/testing/joined-plans.ts';
import { madeSong, madeTake } from '../core/src/testing/takes.ts';

type Say = (name: string, figure: string) => void;

/** Takes that are lined up, seconds of each, and of the song they are from. */
const [CASES, TAKE, SONG] = [40, 30, 240];
/** Seconds in which rooms die away, and decibels of the song above the noise. */
const ROOMS = [0, 0.4, 0.9, 1.6];
const ABOVE = [20, 6, 0, -6];

const inSong = (take: Float32Array, song: Float32Array) => {
  const steps = lineUp(take, song);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
};

/**
 * Half a minute of made songs of four minutes, through another microphone in rooms and noises: how
 * many are found within a millisecond, and how many are told to be in a song that they are not in.
 */
function benchLiningUp(say: Say): void {
  let [near, wrong, worst] = [0, 0, 0];
  const from = performance.now();
  for (let i = 0; i < CASES; i++) {
    const song = madeSong(i, SONG, LINE_UP_RATE);
    const length = TAKE * LINE_UP_RATE;
    const at = Math.floor(((i * 0.618) % 1) * (song.length - length));
    const [room, above] = [ROOMS[i % 4]!, ABOVE[Math.floor(i / 4) % 4]!];
    const take = madeTake(song, LINE_UP_RATE, { seed: i, at, length, room, above });
    const found = inSong(take, song);
    const off = found ? (1000 * Math.abs(found.offset - at)) / LINE_UP_RATE : Infinity;
    if (off < 1) {
      near++;
      worst = Math.max(worst, off);
    }
    if (i % 4 === 0 && inSong(take, madeSong(i + 1000, SONG, LINE_UP_RATE))) wrong++;
  }
  const took = performance.now() - from;
  const seconds = (took / 1000 / (CASES * 1.25)).toFixed(1);
  say(
    `${TAKE} s found in a song of ${SONG} s`,
    `${near} of ${CASES} within 1 ms, the worst of them ${worst.toFixed(3)} ms; ${wrong} of ${CASES / 4} in another song; ${seconds} s each`,
  );
}

/** What an edit costs of a film of 200 clips that are all heard, with the music under them. */
function benchManyVoices(say: Say): void {
  const rate = frameRate(24);
  const base = planOfParts(
    rate,
    Array.from({ length: 200 }, () => ({ length: 24, in: 100, frames: 9000, rate })),
  );
  const words = Array.from({ length: 300 }, (_, i) => ({
    ...{ at: samples(i * 48_000), strength: 1, confidence: 1 },
  }));
  const sound: ClipSound = {
    ...{ media: 'a'.repeat(64), outline: null, sampleRate: 48_000, channels: 2 },
    ...{ length: samples(48_000 * 375), start: 0, rate, tracks: 1 },
    heard: {
      ...{ hits: [], words, pauses: [] },
      loudness: { integrated: -20, momentaryMaximum: -20, shortTermMaximum: -20, shortTerm: [] },
    },
  };
  const clips = base.clips.map((clip) => ({ ...clip, sound }));
  const heard = clips.reduce<Plan>((plan, { id }) => hearClip(plan, id, { on: true, gain: 0 }), {
    ...base,
    clips,
  });
  const plan = setDucking(heard, {});
  const times = Array.from({ length: 5 }, (_, i) => {
    const shots = plan.score!.shots.map((shot, n) =>
      n === i ? { ...shot, sound: { gain: -i - 1 } } : shot,
    );
    const from = performance.now();
    const { length } = filmOf({ ...plan, score: { ...plan.score!, shots } }).audioEvents;
    if (length < 200) throw new Error('Not all shots are heard.');
    return performance.now() - from;
  });
  say(
    'the sounds of 200 heard clips after an edit',
    `${times.toSorted((a, b) => a - b)[2]!.toFixed(0)} ms`,
  );
}

/** Figures of sound. */
export function benchSound(say: Say): void {
  benchManyVoices(say);
  benchLiningUp(say);
}
