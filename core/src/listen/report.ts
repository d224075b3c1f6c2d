import { z } from 'zod';
import { beatsPerMinute, CaesuraError, samples } from '../time/index.ts';
import type { Analysis } from './analysis.ts';

const FractionOfOne = z.number().min(0).max(1);

/** An analysis as the command line prints it: times in seconds, rounded to microseconds. */
export const AnalysisReportSchema = z.object({
  file: z.string().min(1).max(255),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  sampleRate: z.number().int().min(8000).max(384000),
  samples: z.number().int().min(1),
  tempo: z.number().positive().nullable(),
  confidence: FractionOfOne,
  beatsPerBar: z.number().int().min(2).max(12),
  beats: z.array(z.object({ time: z.number().min(0), strength: FractionOfOne, confidence: FractionOfOne })),
  downbeats: z.array(z.number().min(0)),
});

export type AnalysisReport = z.output<typeof AnalysisReportSchema>;

const places = (x: number, n: number): number => Number(x.toFixed(n));

/** The report of an analysis of a file with the given name and content hash. */
export function reportOf(analysis: Analysis, file: string, sha256: string): AnalysisReport {
  const time = (at: number): number => places(at / analysis.sampleRate, 6);
  return {
    file,
    sha256,
    sampleRate: analysis.sampleRate,
    samples: analysis.length,
    tempo: analysis.tempo === null ? null : places(analysis.tempo, 3),
    confidence: places(analysis.confidence, 3),
    beatsPerBar: analysis.beatsPerBar,
    beats: analysis.beats.map((b) => ({
      time: time(b.at),
      strength: places(b.strength, 3),
      confidence: places(b.confidence, 3),
    })),
    downbeats: analysis.downbeats.map((i) => time(analysis.beats[i]!.at)),
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
