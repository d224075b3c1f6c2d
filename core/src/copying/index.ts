export { copiedText, readCopied, type Copied, type CopiedKind } from './copied.ts';
export { copyEffects, pasteEffects, type EffectPlace } from './effects.ts';
export { copyMove, pasteMove } from './move.ts';
export { copyPhrase, pastePhrase } from './phrase.ts';
export { copyShots, pastedRange, pasteShots } from './shots.ts';
export { copySpeedsOf, pastedSpeeds, pasteSpeeds } from './speeds.ts';
