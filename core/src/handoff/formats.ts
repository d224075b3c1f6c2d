import { cutSheetCsv } from './csv/cut-sheet.ts';
import { keySheet } from './csv/key-sheet.ts';
import { cutListEdl } from './edl/write-edl.ts';
import type { HandoffFormat } from './format.ts';
import { planJson } from './json/plan-file.ts';
import { timelineOtio } from './otio/write-otio.ts';
import { printSheet } from './sheet/print-sheet.ts';

/** All formats, in the order they are offered. */
export const HANDOFF_FORMATS: readonly HandoffFormat[] = [
  cutListEdl,
  timelineOtio,
  cutSheetCsv,
  keySheet,
  printSheet,
  planJson,
];
