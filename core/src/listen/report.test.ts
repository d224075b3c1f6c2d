import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../plan/testing/sample-plan.ts';
import { AnalysisReportSchema, analysisOfReport, reportOf } from './report.ts';

const hash = 'c'.repeat(64);

describe('the report of an analysis', () => {
  it('says times in seconds and reads back to the same samples', () => {
    const analysis = exactAnalysis(97, 40, { sampleRate: 44100 });
    const report = AnalysisReportSchema.parse(JSON.parse(JSON.stringify(reportOf(analysis, 'song.wav', hash))));
    expect(report.beats[0]!.time).toBe(0.5);
    expect(report.downbeats).toHaveLength(10);
    const back = analysisOfReport(report);
    expect(back).toMatchObject({ media: hash, fileName: 'song.wav', outline: null });
    expect(back.analysis.beats.map((b) => b.at)).toEqual(analysis.beats.map((b) => b.at));
    expect(back.analysis.downbeats).toEqual(analysis.downbeats);
    expect(back.analysis.length).toBe(analysis.length);
  });

  it('keeps “no beat” as such', () => {
    const none = { ...exactAnalysis(100, 4), beats: [], downbeats: [], tempo: null, confidence: 0 };
    expect(analysisOfReport(reportOf(none, 'x.wav', hash)).analysis).toEqual(none);
  });

  it('refuses a downbeat that is no beat', () => {
    const report = reportOf(exactAnalysis(100, 8), 'x.wav', hash);
    expect(() => analysisOfReport({ ...report, downbeats: [0.123] })).toThrow(
      'The downbeat at 0.123 s is not one of the beats.',
    );
  });
});
