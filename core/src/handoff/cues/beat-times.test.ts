import { expect, it } from 'vitest';
import { cuesOfSound, correctedBeats } from '../../film/index.ts';
import { bringIn } from '../../plan/edits/edit-sounds.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { samples } from '../../time/index.ts';
import { readBeatTimes, writeBeatTimes, writeTaps } from './beat-times.ts';
import { broughtIn } from './cue-formats.ts';

it('writes beats with their number in the bar, and reads them', () => {
  const beats = { at: [0.5, 1, 1.5, 2, 2.5], bars: [1, 4], beatsPerBar: 3 };
  const text = writeBeatTimes(beats);
  expect(text).toBe('0.500000\t0\n1.000000\t1\n1.500000\t2\n2.000000\t3\n2.500000\t1\n');
  expect(readBeatTimes(text).beats).toEqual(beats);
});

it('reads times alone as taps, with remarks and decimal commas', () => {
  expect(readBeatTimes('# taps\r\n1,5\r\n\r\n0.5\r\n').taps).toEqual([0.5, 1.5]);
  expect(readBeatTimes(writeTaps([0.25, 0.75])).taps).toEqual([0.25, 0.75]);
  expect(() => readBeatTimes('1\n2\nsoon\n')).toThrow('Line 3: “soon” is no time in seconds.');
  expect(() => readBeatTimes('1\n')).toThrow('fewer than two');
});

it('gives beats and bars of a file to a sound in one step, and taps with their delay taken off', () => {
  const plan = samplePlan();
  const music = plan.music!;
  const { sampleRate, length } = music.analysis;
  const waltz = { at: [1, 1.4, 1.8, 2.2, 2.6, 3, 900], bars: [0, 3, 6], beatsPerBar: 3 };
  const { cues, beats, outside } = broughtIn(
    { entries: [{ at: 1.1, text: 'x', kind: null }], beats: waltz, taps: null },
    music,
  );
  expect(outside).toBe(1);
  const changed = bringIn(plan, music.id, cues, beats).music!;
  const heard = correctedBeats(changed);
  const inside = heard.beats.filter((b) => b.at >= sampleRate && b.at <= 3 * sampleRate);
  expect(inside.map((b) => b.at / sampleRate)).toEqual([1, 1.4, 1.8, 2.2, 2.6, 3]);
  expect(
    heard.downbeats
      .filter((i) => inside.includes(heard.beats[i]!))
      .map((i) => heard.beats[i]!.at / sampleRate),
  ).toEqual([1, 2.2]);
  expect(heard.beatsPerBar).toBe(3);
  expect(
    cuesOfSound(changed)
      .filter((c) => c.kind === 'hand')
      .map((c) => c.name),
  ).toEqual(['x']);

  expect(() => broughtIn(readBeatTimes('1\t1\n1.01\t2\n2\t1\n'), music)).toThrow(
    'less than 50 ms apart',
  );

  const onsets = [1, 1.5, 2, 2.5].map((t) => ({
    at: samples(Math.round(t * sampleRate)),
    strength: 1,
    confidence: 1,
    band: 'low' as const,
  }));
  const tapped = broughtIn({ entries: [], beats: null, taps: [1.08, 1.57, 2.09, 2.58, length] }, {
    ...music,
    found: { ...music.found, onsets },
  } as typeof music);
  expect(tapped.beats).toEqual({ do: 'give', beats: [1, 1.5, 2, 2.5].map((t) => t * sampleRate) });
});
