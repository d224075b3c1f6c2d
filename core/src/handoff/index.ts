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
