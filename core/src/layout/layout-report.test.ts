import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { reportOf } from '../listen/analysis-report.ts';
import { findingsOf } from '../testing/sound-findings.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { layoutReport, layOutRequest, LayoutReportSchema } from './layout-report.ts';
import { LayoutRequestSchema } from './request-schema.ts';

const music = reportOf(findingsOf(exactAnalysis(112, 96)), 'teaser.wav', 'a'.repeat(64));
const clips = [
  { name: 'Door', rate: '24', frames: 240 },
  { name: 'Roller', rate: '50', frames: 500, moments: [210], speeds: ['1', '1/2'] },
  { name: 'Press', rate: '120', frames: 900, moments: [400] },
  { name: 'Sheet', rate: '60000/1001', frames: 600, use: 'must', most: 3 },
];
const request = { rate: '24', target: '45s', music, clips };

describe('the report of a layout', () => {
  it('holds three alternatives with every figure, and follows its schema', () => {
    const report = layoutReport(request);
    expect(LayoutReportSchema.parse(JSON.parse(JSON.stringify(report)))).toEqual(report);
    expect(report.alternatives.map((a) => a.leans)).toEqual(['even', 'music', 'pictures']);
    for (const { shots, figures, costs } of report.alternatives) {
      expect(shots.reduce((sum, s) => sum + s.length, 0)).toBe(1080);
      shots.forEach((s, i) => expect(s.start).toBe(shots[i - 1]?.end ?? 0));
      expect(figures.cutsOnCue / figures.cuts).toBeGreaterThanOrEqual(0.95);
      expect(figures.faults).toBe(0);
      const { all, ...terms } = costs!;
      expect(Object.values(terms).reduce((a, b) => a + b, 0)).toBeCloseTo(all!, 4);
      expect(shots.filter((s) => s.clip === 'Sheet').length).toBeGreaterThan(0);
      expect(shots.filter((s) => s.clip === 'Sheet').length).toBeLessThanOrEqual(3);
      for (const { clip, landed, start, sourceIn, speed } of shots)
        if (landed && clip === 'Press') {
          expect(speed).toBe('1');
          // 120 fps in a film of 24: five source frames a frame.
          expect(sourceIn + 5 * (landed.frame - start)).toBe(400);
        }
    }
  });

  it('keeps locks, pins, cues of its own and the seed', () => {
    const of = { ...request, locks: [300], pins: [{ clip: 'Press', frame: 411 }], seed: 4 };
    for (const { shots } of layoutReport(of).alternatives) {
      expect(shots.map((s) => s.start)).toContain(300);
      expect(shots.find((s) => s.start === 411)!.clip).toBe('Press');
    }
    expect(layoutReport(of)).toEqual(layoutReport(of));
    const alone = {
      rate: '25',
      target: '20s',
      pace: '2s',
      clips,
      cues: [2.5, 5, 7.3, 9, 11, 13.5, 16, 18].map((at) => ({ at })),
    };
    const [first] = layoutReport(alone).alternatives;
    const cues = [62.5, 125, 182.5, 225, 275, 337.5, 400, 450].map((f) => Math.floor(f + 0.5));
    const on = first!.shots.slice(1).filter((s) => cues.includes(s.start));
    expect(on.length).toBeGreaterThanOrEqual(6);
    expect(first!.figures.cutsOnCue).toBe(on.length);
  });

  it('holds the conflict and its mends where there is no layout', () => {
    const { alternatives, conflict } = layoutReport({
      ...request,
      first: 'Door',
      before: [['Press', 'Door']],
    });
    expect(alternatives).toEqual([]);
    expect(conflict!.limits).toEqual(['“Door” opens', '“Press” comes before “Door”']);
    expect(conflict!.mends.map((m) => m.text)).toEqual([
      'Let another clip open',
      'Let “Door” come first',
    ]);
    expect(() => layOutRequest({ ...request, first: 'Door', before: [['Press', 'Door']] })).toThrow(
      '“Door” opens',
    );
  });

  it('is of the pace alone without clips', () => {
    const { alternatives } = layoutReport({ rate: '24', target: '45s', music });
    expect(alternatives.map((a) => [a.leans, a.costs])).toEqual([['steady', null]]);
    expect(alternatives[0]!.shots.slice(0, 4).map((s) => s.start)).toEqual([0, 26, 51, 77]);
  });

  it.each([
    [{ ...request, first: 'Nobody' }, 'a clip “Nobody”'],
    [{ ...request, locks: [1080] }, 'no cut at frame 1080'],
    [{ ...request, clips: [{ ...clips[0], moments: [240] }] }, 'has no frame 240'],
    [{ ...request, clips: [{ ...clips[0], speeds: ['fast'] }] }, 'clips.0.speeds.0'],
    [{ ...request, clips: [{ ...clips[0], speeds: ['1/1000'] }] }, 'between 1 and 10000 per cent'],
    [{ ...request, clips: [{ ...clips[0], speeds: ['1/0'] }] }, 'denominator 0'],
    [{ ...request, clips: [{ ...clips[0], speeds: ['0%'] }] }, 'clips.c1.speeds.0'],
    [{ ...request, pacing: { kind: 'build', to: 'quick', shape: 'even' } }, 'quick'],
    [{ ...request, bursts: [{ end: 5, shots: 3, each: 5 }] }, 'does not lie inside the film'],
  ])('is refused with the place of what is wrong', (bad, message) => {
    expect(() => layoutReport(bad)).toThrow(message);
  });

  it.each([
    ['layout-request', LayoutRequestSchema, 'input'],
    ['layout', LayoutReportSchema, 'output'],
  ] as const)('has its published schema: %s', (name, schema, io) => {
    const published = readFileSync(
      new URL(`../../../docs/${name}.schema.json`, import.meta.url),
      'utf8',
    );
    expect(JSON.parse(published)).toEqual(
      JSON.parse(JSON.stringify(z.toJSONSchema(schema, { io }))),
    );
  });
});
