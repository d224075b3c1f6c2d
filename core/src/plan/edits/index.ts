export { correctClipRate } from './correct-clip-rate.ts';
export { keptInPlace, looseWords, tieLoose } from './lost-effects.ts';
export { crossMusic } from './cross-music.ts';
export { changeBrief } from './edit-brief.ts';
export { changeRate, rateChange, roundedWords, type RateChange } from './change-rate.ts';
export {
  addClips,
  changeClip,
  declineMoment,
  moveClip,
  moveMoment,
  orderClips,
  pinAll,
  pinMoment,
  pinMoments,
  removeClip,
  setLimits,
  setUsable,
  splitClip,
  unpinMoment,
} from './edit-clips.ts';
export {
  cutFigures,
  type CutFigures,
  cutLimits,
  lockCut,
  moveCut,
  moveCutToCue,
  moveCuts,
  nudgeCut,
  removeCut,
  takeScore,
} from './edit-cuts.ts';
export {
  addEffectFile,
  changeEffect,
  changeEffects,
  cutAnchors,
  effectRate,
  putBed,
  putHit,
  putHits,
  putRiser,
  putRun,
  removeEffects,
  removeEffectFile,
  renameEffectFile,
  turnEffects,
} from './edit-effects.ts';
export {
  aimLoudness,
  moveLevelKey,
  muteSound,
  removeLevelKeys,
  setDucking,
  setLevelKey,
  unmuteSound,
} from './edit-levels.ts';
export { frameClip, frameShot } from './edit-framing.ts';
export { steadyShots } from './edit-steadying.ts';
export { nearestHeard, usualPlace } from './usual-place.ts';
export { addNote, changeNote, removeNote } from './edit-notes.ts';
export {
  changeRampGroup,
  followRamp,
  keepRamp,
  removeRamp,
  renameRamp,
  unfollowedWords,
} from './kept-ramps.ts';
export {
  type FoundSpeeds,
  holdShot,
  holdShots,
  makeBetween,
  moveRampKey,
  speedsOf,
  letDiffer,
  matchSpeed,
  rampAtCut,
  placeSpeeds,
  setRamp,
  setRampKey,
} from './edit-ramps.ts';
export {
  type Answered,
  askSpeeds,
  changeWords,
  type SpeedAnswer,
  type SpeedOffer,
  speedOffers,
  type SpeedQuestion,
} from './ask-speeds.ts';
export { type ClipInSong, lineUpClips, sourceInSync, syncShots } from './line-up-clips.ts';
export { fitOwnLevels, hearClip, hearTrack, type SoundChange, soundShots } from './own-sound.ts';
export { heldOffers } from './held-offers.ts';
export {
  copiedSpeeds,
  copySpeeds,
  type KeepOnMany,
  keepOnMany,
  keptSpeeds,
  leftWords,
} from './many-speeds.ts';
export {
  changedHolds,
  heldBrokenWords,
  holdsOf,
  holdWords,
  type Standing,
  standingOf,
} from './held-speeds.ts';
export { placeDifferences, takePlace } from './take-place.ts';
export {
  longestShot,
  moveShot,
  setShotClip,
  showInShot,
  slipShot,
  splitShot,
  swapShots,
} from './edit-shots.ts';
export {
  type Ending,
  type NewSound,
  addSound,
  asHeard,
  chooseReading,
  bringIn,
  correctBeats,
  editCues,
  fadeSound,
  nameSection,
  placeSound,
  removeSound,
  setEnding,
  setMusic,
  setRegion,
  switchCues,
  turnSound,
} from './edit-sounds.ts';
export { changeWishes, wishClip } from './edit-wishes.ts';
export { clipOfFile, clipsOfFile, fillClips, relinkClips } from './file-facts.ts';
export { type Payer, setShotLength } from './shot-length.ts';
export { takeRange } from './take-range.ts';
export {
  changeJoin,
  changeJoins,
  easeJoinKeys,
  holdJoinKey,
  moveJoinKey,
  putJoinKeys,
  removeJoinKey,
  setJoinKey,
  setMove,
  setMoves,
  setWindow,
  switchJoin,
  switchJoins,
} from './edit-joins.ts';
export { sourceMoves, sourceMoveWords } from './side-effects.ts';
export {
  addPhrases,
  changePhrases,
  movePhrase,
  orderPhrase,
  type PhraseMark,
  type PhrasePlace,
  placePhrase,
  removePhrases,
  resizePhrase,
  setPhraseKind,
  switchPhrases,
} from './edit-phrases.ts';
export {
  easePhraseKeys,
  holdPhraseKey,
  movePhraseKey,
  putPhraseKeys,
  removePhraseKey,
  setPhraseKey,
  type SetPhraseKey,
} from './edit-phrase-keys.ts';
