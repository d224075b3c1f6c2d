import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { findingsOf } from '../testing/sound-findings.ts';
import { AnalysisReportSchema, analysisOfReport, reportOf } from './analysis-report.ts';

const hash = 'c'.repeat(64);

describe('the report of an analysis', () => {
  it('says times in seconds and reads back to the same samples', () => {
    const analysis = exactAnalysis(97, 40, { sampleRate: 44100 });
    const report = AnalysisReportSchema.parse(
      JSON.parse(JSON.stringify(reportOf(findingsOf(analysis), 'song.wav', hash))),
    );
    expect(report.beats[0]!.time).toBe(0.5);
    expect(report.downbeats).toHaveLength(10);
    expect(report.onsets).toHaveLength(2);
    expect(report.hits).toEqual([{ time: 0.5, strength: 0.9, confidence: 0.8 }]);
    expect(report.words).toEqual([{ time: 0.680272, strength: 0.5, confidence: 0.7 }]);
    expect(report.pauses).toEqual([{ time: 1, end: 1.5, strength: 0.5, confidence: 1 }]);
    expect(report.rises).toEqual([{ time: 0.25, peak: 0.75, strength: 0.6, confidence: 0.9 }]);
    expect(report.drops).toEqual([{ time: 0.75, strength: 0.8, confidence: 0.75 }]);
    expect(report.sections).toEqual([{ time: 0.5, strength: 1, confidence: 0.5 }]);
    expect(report.halfBeats).toHaveLength(report.beats.length - 1);
    expect(report.quarterBeats).toHaveLength(2 * (report.beats.length - 1));
    expect(report.tempoCurve).toHaveLength(report.beats.length);
    expect(report.loudness).toEqual({
      integrated: -14.13,
      momentaryMaximum: -9,
      shortTermMaximum: null,
      step: 0.1,
      momentary: [-20, -9],
      shortTerm: [],
    });
    const back = analysisOfReport(report);
    expect(back).toMatchObject({ media: hash, fileName: 'song.wav', outline: null });
    expect(back.analysis.beats.map((b) => b.at)).toEqual(analysis.beats.map((b) => b.at));
    expect(back.analysis.downbeats).toEqual(analysis.downbeats);
    expect(back.analysis.length).toBe(analysis.length);
  });

  it('keeps “no beat” as such', () => {
    const none = { ...exactAnalysis(100, 4), beats: [], downbeats: [], tempo: null, confidence: 0 };
    expect(analysisOfReport(reportOf(findingsOf(none), 'x.wav', hash)).analysis).toEqual(none);
  });

  it('refuses a downbeat that is no beat', () => {
    const report = reportOf(findingsOf(exactAnalysis(100, 8)), 'x.wav', hash);
    expect(() =>
      analysisOfReport({ ...report, downbeats: [{ time: 0.123, strength: 1, confidence: 1 }] }),
    ).toThrow('The downbeat at 0.123 s is not one of the beats.');
  });
});
