import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { RecipeFileSchema } from '../recipes/index.ts';
import { joinOf, planOfParts } from '../testing/joined-plans.ts';
import { filmOf, frameSpan, layersAt, phrasesAt } from '../film/index.ts';
import { addPhrases } from '../plan/edits/index.ts';
import { frameRate, frames } from '../time/index.ts';
import { framesReport, FramesReportSchema, phraseFramesReport } from './frames-report.ts';
import { checkReport, CheckReportSchema } from './report.ts';

const plan = planOfParts(frameRate(24), [
  { length: 24, in: 10, frames: 38 },
  { length: 24, in: 50, frames: 300, join: joinOf('plain', 6, 6) },
]);

describe('what the command line prints of a plan', () => {
  it('is every fault with its place, figures and mends', () => {
    const report = CheckReportSchema.parse(checkReport(plan));
    expect(report.faults).toHaveLength(1);
    expect(report.faults[0]).toMatchObject({
      kind: 'handle-short',
      shot: 1,
      cut: 1,
      frame: 24,
      timecode: '01:00:01:00',
      figures: { needed: 6, there: 4, spare: -2 },
    });
    expect(report.faults[0]!.mends).toContain('Shorten to 4 + 4');
  });

  it('is the window of a cut frame by frame, with what is shown and held', () => {
    const report = framesReport(plan, 1);
    expect(FramesReportSchema.parse(report)).toEqual(report);
    expect(report).toMatchObject({
      move: 'plain',
      before: 6,
      after: 6,
      handles: { out: { spare: -2 } },
    });
    expect(report.frames.map((f) => f.frame)).toEqual([
      18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29,
    ]);
    expect(report.frames.map((f) => f.out?.sourceFrame)).toEqual([
      28, 29, 30, 31, 32, 33, 34, 35, 36, 37, 37, 37,
    ]);
    expect(report.frames.map((f) => f.out?.held).slice(-3)).toEqual([false, true, true]);
    expect(report.frames[0]!.in!.opacity).toBeCloseTo(1 / 13, 9);
    expect(() => framesReport(plan, 9)).toThrow('There is no cut 9.');
  });

  it('is a phrase frame by frame: the pictures under it and what is done to them', () => {
    const span = (n: number) => frameSpan(n, plan.rate);
    const pushed = addPhrases(plan, [{ at: { on: 'frame', frame: frames(20) } }], {
      set: { kind: 'punch-in', in: span(4), hold: span(0), out: span(4), scale: 1.5 },
    });
    const report = phraseFramesReport(pushed, 1);
    expect(FramesReportSchema.parse(report)).toEqual(report);
    expect(report).toMatchObject({ phrase: 1, kind: 'punch-in', off: false, from: 20 });
    const film = filmOf(pushed);
    for (const { frame, pictures, phrases } of report.frames) {
      expect(pictures.map((p) => p.sourceFrame)).toEqual(
        layersAt(film, frame).map((layer) => layer.source),
      );
      expect(phrases[0]!.scale).toBe(phrasesAt(film, frame)[0]!.values.scale);
    }
    // Both pictures of the dissolve lie under it on its fifth frame, at the cut.
    expect(report.frames[4]!.pictures).toHaveLength(2);
    expect(framesReport(pushed, 1).frames.map(({ phrases }) => phrases.length)).toEqual(
      Array.from({ length: 12 }, (_, i) => (18 + i >= 20 && 18 + i < report.to ? 1 : 0)),
    );
    expect(() => phraseFramesReport(pushed, 2)).toThrow('There is no phrase 2.');
  });

  it.each([
    ['check.schema.json', CheckReportSchema, 'output'],
    ['frames.schema.json', FramesReportSchema, 'output'],
    ['recipes.schema.json', RecipeFileSchema, 'input'],
  ] as const)('is published as docs/%s', (name, schema, io) => {
    const published = readFileSync(path.join(import.meta.dirname, '../../../docs', name), 'utf8');
    expect(JSON.parse(published)).toEqual(
      JSON.parse(JSON.stringify(z.toJSONSchema(schema, { io }))),
    );
  });
});
