import type { CueKind, SoundKind } from '@caesura/core/plan';

/** What each kind of cue is called, in the order in which they are listed. */
export const CUE_LABELS: Readonly<Record<CueKind, string>> = {
  downbeat: 'Downbeats',
  beat: 'Beats',
  'half-beat': 'Half-beats',
  'quarter-beat': 'Quarter-beats',
  hit: 'Hits',
  word: 'Words',
  'pause-start': 'Pause starts',
  'pause-end': 'Pause ends',
  'rise-start': 'Rise starts',
  'rise-peak': 'Rise peaks',
  drop: 'Drops',
  section: 'Sections',
  hand: 'By hand',
};

export const LISTED_KINDS = Object.keys(CUE_LABELS) as readonly CueKind[];

/** One of a kind, as a screen reader and a tooltip name it. */
export const cueName = (kind: CueKind): string =>
  kind.replace('-', ' ').replace('hand', 'cue by hand');

export const SOUND_LABELS: Readonly<Record<SoundKind, string>> = {
  music: 'Music',
  voice: 'Voice',
  effect: 'Effect',
};
