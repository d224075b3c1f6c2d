/**
 * Writes what speaks for each way to hear each piece, and how right it is, for `learn/fit_odds.py`.
 * Usage: tsx facts.ts OUT FOLDER…
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import v8 from 'node:v8';
import type { AudioFeatures } from '@caesura/core/listen';
import { barCandidates } from '../../core/src/listen/beats/bars.ts';
import { beatProgress, weighedReadings } from '../../core/src/listen/beats/beats.ts';
import { beatFacts } from '../../core/src/listen/beats/confidence.ts';
import { evidenceOf } from '../../core/src/listen/beats/evidence.ts';
import { dropCandidates } from '../../core/src/listen/cues/drops.ts';
import { pausesOf } from '../../core/src/listen/cues/pauses.ts';
import { riseCandidates, risesOf } from '../../core/src/listen/cues/rises.ts';
import { sectionCandidates } from '../../core/src/listen/cues/sections.ts';
import { voiceLikeness } from '../../core/src/listen/cues/voice-likeness.ts';
import { wordCandidates } from '../../core/src/listen/cues/words.ts';
import { STRENGTH_RATE } from '../../core/src/listen/features/onset-strength.ts';
import { learnedCurves } from '../../core/src/listen/network/learned-curves.ts';
import { fMeasure, matched } from '../../core/src/testing/beat-measures.ts';
import { finished } from '../../core/src/time/index.ts';
import { analyseSoundFile } from '../../server/src/command-line/analyse-sound.ts';
import type { Truth } from './measures.ts';

const [out, ...folders] = process.argv.slice(2) as [string, ...string[]];

/** Features of a sound file, kept beside it so that the next time is fast. */
async function featuresOf(file: string): Promise<AudioFeatures> {
  const kept = `${file}.v8`;
  if (existsSync(kept)) return v8.deserialize(readFileSync(kept)) as AudioFeatures;
  const features = await analyseSoundFile(file);
  writeFileSync(kept, v8.serialize(features));
  return features;
}

/** Candidates of a kind of cue with whether each is right, where all cues of the kind are known. */
function cuesOf<Facts>(
  truth: Truth,
  [kind, tolerance]: readonly [kind: string, tolerance: number],
  found: readonly { readonly at: number; readonly facts: Facts }[],
  sampleRate: number,
) {
  const times = truth.cues?.filter((c) => c.kind === kind).map((c) => c.t) ?? [];
  const whole = truth.file.startsWith('made') || truth.file.startsWith('nobeat');
  if (times.length === 0 && !(whole && kind !== 'section')) return null;
  const at = found.map((c) => c.at / sampleRate);
  const right = new Set(matched(times, at, tolerance).map(([, time]) => time));
  return found.map(({ facts }, i) => ({ right: right.has(at[i]!), facts }));
}

const secondsOf = (frames: readonly number[]) => frames.map((f) => f / STRENGTH_RATE);

async function told(folder: string, truth: Truth) {
  const features = await featuresOf(path.join(folder, truth.file));
  const { strength, sampleRate } = features;
  const curves = finished(learnedCurves(strength));
  const evidence = evidenceOf(strength, curves);
  const { made, learned, weighing, likely } = finished(weighedReadings(evidence));
  const pulse = truth.beats.length > 0;
  const f = (frames: readonly number[]) => (pulse ? fMeasure(truth.beats, secondsOf(frames)) : 0);
  const readings = weighing.map(({ frames, facts }) => ({ f: f(frames), facts }));
  const best = weighing.toSorted((a, b) => f(b.frames) - f(a.frames))[0];
  const bars =
    truth.downbeats && best && f(best.frames) > 0.85
      ? barCandidates(best.frames, evidence).map(({ downbeats, facts }) => ({
          f: fMeasure(truth.downbeats!, secondsOf(downbeats.map((i) => best.frames[i]!))),
          facts,
        }))
      : null;
  const heard = weighing.reduce((most, _, i) => (likely[i]! > likely[most]! ? i : most), 0);
  const frames = weighing[heard]?.frames ?? [];
  const right = new Set(matched(truth.beats, secondsOf(frames), 0.07).map(([, at]) => at));
  const beats = beatFacts(frames, likely[heard]!, { made, learned, beat: curves.beat }).map(
    (facts, i) => ({ right: right.has(frames[i]! / STRENGTH_RATE), facts }),
  );
  const analysis = finished(beatProgress(features, curves));
  const instants = analysis.beats.map((b) => b.at / sampleRate);
  const words = wordCandidates(features, curves, (starts) =>
    voiceLikeness(starts, instants, analysis.confidence),
  );
  const rises = riseCandidates(features, analysis, curves.rise).map(({ peak, facts }) => ({
    at: peak,
    facts,
  }));
  const sections = sectionCandidates(features, analysis, curves.section);
  const leads = { rises: risesOf(features, analysis, curves.rise), pauses: pausesOf(features) };
  const drops = dropCandidates(features, analysis, leads, curves.drop);
  return {
    ...{
      file: truth.file,
      category: truth.category,
      // Songs on one tune or groove are alike, and are left out together.
      group: truth.about?.style && truth.category !== 'made' ? truth.about.style : truth.file,
      pulse,
      made: f(made.frames),
      learned: f(learned.frames),
    },
    ...{ readings, bars, heard, beats },
    words: cuesOf(truth, ['word', 0.05], words, sampleRate),
    rises: cuesOf(truth, ['riser_peak', 0.05], rises, sampleRate),
    sections: cuesOf(truth, ['section', 0.1], sections, sampleRate),
    drops: cuesOf(truth, ['drop', 0.1], drops, sampleRate),
  };
}

const pieces = [];
for (const folder of folders) {
  const { items } = JSON.parse(readFileSync(path.join(folder, 'manifest.json'), 'utf8')) as {
    items: Truth[];
  };
  for (const truth of items) pieces.push(await told(folder, truth));
}
writeFileSync(out, JSON.stringify(pieces));
