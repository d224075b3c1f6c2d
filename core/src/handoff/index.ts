import { cutSheetCsv } from './csv/cut-sheet.ts';
import { cutListEdl } from './edl/write-edl.ts';
import type { HandoffFormat } from './format.ts';
import { planJson } from './json/plan-file.ts';
import { timelineOtio } from './otio/write-otio.ts';

export type { HandoffFormat } from './format.ts';
export { CUE_FORMATS, cueEntriesOf, editsFrom, type CueFormat } from './cues/index.ts';
export { safeFileName } from './file-name.ts';

/** All formats, in the order they are offered. */
export const HANDOFF_FORMATS: readonly HandoffFormat[] = [cutListEdl, timelineOtio, cutSheetCsv, planJson];
