import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { z } from 'zod';
import { AnalysisReportSchema } from './analysis-report.ts';

it('is published in docs as the code has it', () => {
  const published: unknown = JSON.parse(
    readFileSync(new URL('../../../docs/analysis.schema.json', import.meta.url), 'utf8'),
  );
  expect(published).toEqual(z.toJSONSchema(AnalysisReportSchema));
});
