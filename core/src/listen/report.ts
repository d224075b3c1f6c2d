import { z } from 'zod';
import { beatsPerMinute, CaesuraError, samples } from '../time/index.ts';
import type { Analysis } from './analysis.ts';
import type { Hearing } from './hear.ts';

const FractionOfOne = z.number().min(0).max(1);

const TimedSchema = z.object({ time: z.number().min(0), strength: FractionOfOne, confidence: FractionOfOne });
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
  downbeats: z.array(z.number().min(0)),
  /** Everything that starts to sound. */
  onsets: z.array(TimedSchema.extend({ band: z.enum(['low', 'middle', 'high']) })).default([]),
  /** The strong low ones among the onsets. */
  hits: z.array(TimedSchema).default([]),
  pauses: z.array(z.object({ time: z.number().min(0), end: z.number().min(0), confidence: FractionOfOne })).default([]),
  loudness: z.object({ integrated: LufsSchema, momentaryMaximum: LufsSchema, shortTermMaximum: LufsSchema }).optional(),
});

export type AnalysisReport = z.output<typeof AnalysisReportSchema>;

const places = (x: number, n: number): number => Number(x.toFixed(n));

/** Strength from which a low onset is told as a hit. */
const HIT_STRENGTH = 0.5;

/** The report of what was heard in a file with the given name and content hash. */
export function reportOf(
  { analysis, onsets, pauses, loudness }: Hearing,
  file: string,
  sha256: string,
): AnalysisReport {
  const time = (at: number): number => places(at / analysis.sampleRate, 6);
  const timed = ({ at, strength, confidence }: { at: number; strength: number; confidence: number }) => ({
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
    downbeats: analysis.downbeats.map((i) => time(analysis.beats[i]!.at)),
    onsets: onsets.map((onset) => ({ ...timed(onset), band: onset.band })),
    hits: onsets.filter((o) => o.band === 'low' && o.strength >= HIT_STRENGTH).map(timed),
    pauses: pauses.map(({ start, end, confidence }) => ({
      time: time(start),
      end: time(end),
      confidence: places(confidence, 3),
    })),
    loudness: {
      integrated: lufs(loudness.integrated),
      momentaryMaximum: lufs(loudness.momentaryMaximum),
      shortTermMaximum: lufs(loudness.shortTermMaximum),
    },
  };
}

/** The music a report describes. Throws when a downbeat is not one of its beats. */
export function analysisOfReport(report: AnalysisReport): {
  media: string;
  fileName: string;
  outline: null;
  analysis: Analysis;
} {
  const index = new Map(report.beats.map((b, i) => [b.time, i]));
  const downbeats = report.downbeats.map((t) => {
    const i = index.get(t);
    if (i === undefined)
      throw new CaesuraError(
        'bad-request',
        `The downbeat at ${t} s is not one of the beats.`,
        'Give the report of `analyse` unchanged.',
      );
    return i;
  });
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
  };
  return { media: report.sha256, fileName: report.file, outline: null, analysis };
}
