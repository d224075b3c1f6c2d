import { z } from 'zod';
import { beatsPerMinute, CaesuraError, samples } from '../time/index.ts';
import { READINGS, type Analysis } from './analysis.ts';
import { readingName } from './corrections/reading-name.ts';
import type { SoundFindings } from './analyse.ts';
import { NOTHING_FOUND, type Found } from './found.ts';
import { LOUDNESS_STEP } from './loudness/loudness.ts';
import { subdivisions } from './beats/subdivisions.ts';
import { tempoCurve } from './beats/tempo-curve.ts';

const FractionOfOne = z.number().min(0).max(1);

const TimedSchema = z.object({
  time: z.number().min(0),
  strength: FractionOfOne,
  confidence: FractionOfOne,
});
/** LUFS, or null where there is nothing to measure. */
const LufsSchema = z.number().nullable();

/** What was heard as the command line prints it: times in seconds, rounded to microseconds. */
export const AnalysisReportSchema = z.object({
  file: z.string().min(1).max(255),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  sampleRate: z.number().int().min(8000).max(384000),
  samples: z.number().int().min(1),
  tempo: z.number().positive().nullable(),
  confidence: FractionOfOne,
  beatsPerBar: z.number().int().min(2).max(12),
  beats: z.array(TimedSchema),
  /** Half-way between beats, and at the first and third quarter. */
  halfBeats: z.array(TimedSchema).default([]),
  quarterBeats: z.array(TimedSchema).default([]),
  downbeats: z.array(TimedSchema),
  /**
   * Other ways to hear the beats or the bars, the likeliest first; `beats` is null where they are
   * those above.
   */
  readings: z
    .array(
      z.object({
        as: z.enum(READINGS),
        name: z.string(),
        likelihood: FractionOfOne,
        /** Where it is best told by ear from what was heard. */
        from: z.number().min(0),
        to: z.number().min(0),
        beatsPerBar: z.number().int().min(2).max(12),
        beats: z.array(z.number().min(0)).min(2).nullable(),
        bars: z.array(z.number().int().min(0)),
      }),
    )
    .default([]),
  tempoCurve: z
    .array(z.object({ time: z.number().min(0), tempo: z.number().positive() }))
    .default([]),
  /** Everything that starts to sound. */
  onsets: z.array(TimedSchema.extend({ band: z.enum(['low', 'middle', 'high']) })).default([]),
  /** The strong low ones among the onsets. */
  hits: z.array(TimedSchema).default([]),
  words: z.array(TimedSchema).default([]),
  pauses: z.array(TimedSchema.extend({ end: z.number().min(0) })).default([]),
  /** `time` is the start. */
  rises: z.array(TimedSchema.extend({ peak: z.number().min(0) })).default([]),
  drops: z.array(TimedSchema).default([]),
  sections: z.array(TimedSchema).default([]),
  loudness: z
    .object({
      integrated: LufsSchema,
      momentaryMaximum: LufsSchema,
      shortTermMaximum: LufsSchema,
      /** Seconds from one value to the next; the first stretch starts at 0. */
      step: z.number().positive(),
      momentary: z.array(LufsSchema),
      shortTerm: z.array(LufsSchema),
    })
    .optional(),
});

export type AnalysisReport = z.output<typeof AnalysisReportSchema>;

const places = (x: number, n: number): number => Number(x.toFixed(n));

/** The report of what was heard in a file with the given name and content hash. */
export function reportOf(findings: SoundFindings, file: string, sha256: string): AnalysisReport {
  const { analysis, onsets, loudness } = findings;
  const time = (at: number): number => places(at / analysis.sampleRate, 6);
  const timed = ({
    at,
    strength,
    confidence,
  }: {
    at: number;
    strength: number;
    confidence: number;
  }) => ({
    time: time(at),
    strength: places(strength, 3),
    confidence: places(confidence, 3),
  });
  const lufs = (value: number): number | null => (Number.isFinite(value) ? places(value, 2) : null);
  return {
    file,
    sha256,
    sampleRate: analysis.sampleRate,
    samples: analysis.length,
    tempo: analysis.tempo === null ? null : places(analysis.tempo, 3),
    confidence: places(analysis.confidence, 3),
    beatsPerBar: analysis.beatsPerBar,
    beats: analysis.beats.map(timed),
    halfBeats: subdivisions(analysis.beats, onsets, 2).map(timed),
    quarterBeats: subdivisions(analysis.beats, onsets, 4).map(timed),
    downbeats: analysis.downbeats.map((i) => timed(analysis.beats[i]!)),
    readings: analysis.readings.map((reading) => ({
      as: reading.as,
      name: readingName(reading, analysis),
      likelihood: places(reading.likelihood, 3),
      from: time(reading.from),
      to: time(reading.to),
      beatsPerBar: reading.beatsPerBar,
      beats: reading.beats?.map(time) ?? null,
      bars: [...reading.bars],
    })),
    tempoCurve: tempoCurve(analysis).map(({ at, tempo }) => ({
      time: time(at),
      tempo: places(tempo, 3),
    })),
    onsets: onsets.map((onset) => ({ ...timed(onset), band: onset.band })),
    hits: findings.hits.map(timed),
    words: findings.words.map(timed),
    pauses: findings.pauses.map(({ start, end, confidence }) => ({
      ...timed({
        at: start,
        strength: Math.min(1, (end - start) / analysis.sampleRate),
        confidence,
      }),
      end: time(end),
    })),
    rises: findings.rises.map((rise) => ({
      ...timed({ ...rise, at: rise.start }),
      peak: time(rise.peak),
    })),
    drops: findings.drops.map(timed),
    sections: findings.sections.map(timed),
    loudness: {
      integrated: lufs(loudness.integrated),
      momentaryMaximum: lufs(loudness.momentaryMaximum),
      shortTermMaximum: lufs(loudness.shortTermMaximum),
      step: LOUDNESS_STEP,
      momentary: loudness.momentary.map(lufs),
      shortTerm: loudness.shortTerm.map(lufs),
    },
  };
}

/** The music a report describes. Throws when a downbeat is not one of its beats. */
export function analysisOfReport(report: AnalysisReport): {
  media: string;
  fileName: string;
  outline: null;
  analysis: Analysis;
  found: Found;
} {
  const index = new Map(report.beats.map((b, i) => [b.time, i]));
  const downbeats = report.downbeats.map(({ time }) => {
    const i = index.get(time);
    if (i === undefined)
      throw new CaesuraError(
        'bad-request',
        `The downbeat at ${time} s is not one of the beats.`,
        'Give the report of `analyse` unchanged.',
      );
    return i;
  });
  const at = (seconds: number) => samples(Math.round(seconds * report.sampleRate));
  const analysis: Analysis = {
    sampleRate: report.sampleRate,
    length: samples(report.samples),
    beats: report.beats.map((b) => ({
      at: samples(Math.round(b.time * report.sampleRate)),
      strength: b.strength,
      confidence: b.confidence,
    })),
    downbeats,
    beatsPerBar: report.beatsPerBar,
    tempo: report.tempo === null ? null : beatsPerMinute(report.tempo),
    confidence: report.confidence,
    readings: report.readings.map(({ as, likelihood, from, to, beatsPerBar, beats, bars }) => ({
      ...{ as, likelihood, beatsPerBar, bars },
      from: at(from),
      to: at(to),
      beats: beats?.map(at) ?? null,
    })),
  };
  const cue = ({ time, strength, confidence }: z.output<typeof TimedSchema>) => ({
    at: at(time),
    strength,
    confidence,
  });
  const { loudness } = report;
  const found: Found = {
    onsets: report.onsets.map((o) => ({ ...cue(o), band: o.band })),
    hits: report.hits.map(cue),
    words: report.words.map(cue),
    pauses: report.pauses.map(({ time, end, confidence }) => ({
      start: at(time),
      end: at(end),
      confidence,
    })),
    rises: report.rises.map(({ time, peak, strength, confidence }) => ({
      start: at(time),
      peak: at(peak),
      strength,
      confidence,
    })),
    drops: report.drops.map(cue),
    sections: report.sections.map(cue),
    loudness: loudness
      ? {
          ...loudness,
          shortTerm: loudness.shortTerm.filter((_, i) => i % Math.round(1 / loudness.step) === 0),
        }
      : NOTHING_FOUND.loudness,
  };
  return { media: report.sha256, fileName: report.file, outline: null, analysis, found };
}
