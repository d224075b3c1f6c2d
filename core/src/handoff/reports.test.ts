import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { layOutSteadily } from '../layout/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { auditReport, AuditReportSchema } from './audit/report.ts';
import { writeEdl } from './edl/write-edl.ts';
import { proofOf } from './proof/prove.ts';
import { proofCsv, proofReport, ProofReportSchema } from './proof/report.ts';
import { matchedMedia } from './returned/match-clips.ts';
import { readFilm } from './returned/read-film.ts';
import { readReport, ReadReportSchema } from './returned/report.ts';

const plan = layOutSteadily(samplePlan());

describe('what is printed of films that come back', () => {
  it.each([
    ['audit', AuditReportSchema],
    ['proof', ProofReportSchema],
    ['read', ReadReportSchema],
  ] as const)('has its schema published: %s', (name, schema) => {
    const published: unknown = JSON.parse(
      readFileSync(new URL(`../../../docs/${name}.schema.json`, import.meta.url), 'utf8'),
    );
    expect(published).toEqual(z.toJSONSchema(schema, { io: 'output' }));
  });

  it('is as its schema says', () => {
    const text = writeEdl(plan);
    const read = readFilm(text, { clips: plan.clips });
    const report = readReport(read, matchedMedia(read.film, plan.clips), read.film.told);
    expect(ReadReportSchema.parse(report)).toEqual(report);
    const how = { within: 3, kinds: new Set(['beat'] as const), lead: 0 };
    const audit = auditReport(plan, how);
    expect(AuditReportSchema.parse(audit)).toEqual(audit);
    const proof = proofOf(plan, 'edl', text);
    const proved = proofReport(proof, { file: 'x.edl', sha256: 'a'.repeat(64) });
    expect(ProofReportSchema.parse(proved)).toEqual(proved);
    expect(proofCsv(proof).split('\r\n')).toHaveLength(proof.near.length + proof.wrong.length + 2);
  });
});
