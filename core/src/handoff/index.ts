import { cutSheetCsv } from './csv/cut-sheet.ts';
import { cutListEdl } from './edl/write-edl.ts';
import type { HandoffFormat } from './format.ts';
import { planJson } from './json/plan-file.ts';
import { timelineOtio } from './otio/write-otio.ts';
import { printSheet } from './sheet/print-sheet.ts';

export type { HandoffFormat } from './format.ts';
export { writeTaps } from './cues/beat-times.ts';
export {
  beatEntriesOf,
  broughtIn,
  CUE_FORMATS,
  cueEntriesOf,
  WAVE_CUES,
  type CueFormat,
  type WrittenCueFormat,
} from './cues/index.ts';
export { csvLine } from './csv/fields.ts';
export { isWave, withWaveCues } from './cues/wave-cues.ts';
export { safeFileName } from './file-name.ts';

/** All formats, in the order they are offered. */
export const HANDOFF_FORMATS: readonly HandoffFormat[] = [cutListEdl, timelineOtio, cutSheetCsv, printSheet, planJson];
export { leftOut } from './left-out.ts';
