export { type Audit, auditOf, usualReach } from './audit/audit.ts';
export { type AuditedCut } from './audit/cut-offsets.ts';
export {
  type CutProposal,
  proposeCuts,
  type ProposeHow,
  takeProposals,
} from './audit/proposals.ts';
export { auditReport, AuditReportSchema } from './audit/report.ts';
export { auditCsv, auditPage, nearestKind } from './audit/sheet.ts';
export { type Change, changesOf } from './changes/changes.ts';
export { editWords } from './changes/edit-words.ts';
export { mergeChange } from './changes/merge.ts';
export { changesCsv, changesPage } from './changes/sheet.ts';
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
export { isProved, type Proof, proofOf } from './proof/prove.ts';
export type { Reading } from './proof/reading.ts';
export { proofWords, type Receipt, receiptOf, ReceiptSchema } from './proof/receipt.ts';
export { proofCsv, proofReport, ProofReportSchema } from './proof/report.ts';
export { type MusicPlace, musicPlaceOf, planBeside, withMusicAt } from './returned/beside.ts';
export type { CutFilm } from './returned/cut-film.ts';
export { type ClipFit, matchedMedia, type MatchedMedia } from './returned/match-clips.ts';
export { type PlannedFilm, planOfFilm } from './returned/plan-of-film.ts';
export { filmWords, formOf, type HowRead, readFilm, type ReadFilm } from './returned/read-film.ts';
export {
  columnsOf,
  SHEET_COLUMNS,
  sheetRows,
  type SheetColumn,
  type SheetColumns,
} from './csv/read-cut-sheet.ts';
export type { Told } from './told.ts';
export { readReport, ReadReportSchema } from './returned/report.ts';
export { type BundledFile, bundledFiles, bundleReadme, type FileProofWords } from './bundle.ts';
export { LIST_FILES } from './lists.ts';
export { mediaOfPlan, withoutCopies } from './project/project-plan.ts';
