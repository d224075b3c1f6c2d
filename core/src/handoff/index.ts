export { csvLine } from './csv/fields.ts';
export { writeTaps } from './cues/beat-times.ts';
export {
  CUE_FORMATS,
  WAVE_CUES,
  type WrittenCueFormat,
  beatEntriesOf,
  broughtIn,
  cueEntriesOf,
} from './cues/cue-formats.ts';
export { isWave, withWaveCues } from './cues/wave-cues.ts';
export { safeFileName } from './file-name.ts';
export type { HandoffFormat } from './format.ts';
export { HANDOFF_FORMATS } from './formats.ts';
export { leftOut } from './left-out.ts';
export { type Difference } from './proof/differences.ts';
export { isProved, type Proof, proofOf, type Reading } from './proof/prove.ts';
export { proofWords, type Receipt, receiptOf, ReceiptSchema } from './proof/receipt.ts';
export { proofCsv, proofReport, ProofReportSchema } from './proof/report.ts';
