import type { Frames } from '../time/index.ts';

/** The kinds of faults, in the order in which they are told. */
export const FAULT_CODES = [
  'length',
  'music-ends',
  'doubtful-beats',
  'no-clip',
  'source-ends',
  'outside-usable',
  'windows-overlap',
  'handle-short',
  'odd-window',
  'between-frames',
  'edge-shows',
  'soft',
  'still-at-cut',
  'speed-jump',
  'slow-patch',
  'crests-differ',
  'frames-repeat',
  'long-stride',
  'effect-lost',
  'effect-early',
  'effect-long',
  'effect-masked',
  'effect-clips',
  'sum-clips',
  'riser-backwards',
  'bed-fade',
] as const;
export type FaultCode = (typeof FAULT_CODES)[number];

/** What a kind of fault is called where it is switched. */
export const FAULT_NAMES: Readonly<Record<FaultCode, string>> = {
  length: 'Length is not the target',
  'music-ends': 'Music ends early',
  'doubtful-beats': 'Beats are a guess',
  'no-clip': 'Shot without a clip',
  'source-ends': 'Source runs out',
  'outside-usable': 'Outside the usable part',
  'windows-overlap': 'Windows overlap',
  'handle-short': 'Handle too short',
  'odd-window': 'Window not centred',
  'between-frames': 'Length between two frames',
  'edge-shows': 'Edge of the picture shows',
  soft: 'Picture turns soft',
  'still-at-cut': 'Still at the cut',
  'speed-jump': 'Speed jumps',
  'slow-patch': 'Slow patch at a cut',
  'crests-differ': 'Crests differ',
  'frames-repeat': 'Frames repeat',
  'long-stride': 'Long strides',
  'effect-lost': 'Effect without its cut',
  'effect-early': 'Effect begins before the film',
  'effect-long': 'Effect longer than its shots',
  'effect-masked': 'Effect masked by the music',
  'effect-clips': 'Effect clips',
  'sum-clips': 'All together clips',
  'riser-backwards': 'Riser ends before it begins',
  'bed-fade': 'Bed fades inside a window',
};

/** Something in a plan that would go wrong, with where, its figures and the mend in words. */
export interface Fault {
  readonly code: FaultCode;
  /** The step of the work where it is mended. */
  readonly step: 'listen' | 'footage' | 'score' | 'joins' | 'sound';
  /** Index of the shot concerned, and the cut; null where it is not of one. */
  readonly shot: number | null;
  readonly cut: number | null;
  /** Where in the film; null for the whole plan. */
  readonly frame: Frames | null;
  readonly figures: Readonly<Record<string, number | string>>;
  readonly message: string;
  readonly mend: string;
}

/** What makes two faults the same one, before and after a change. */
export const faultKey = ({ code, shot, cut, figures }: Fault): string =>
  `${code} ${shot ?? ''} ${cut ?? ''} ${figures.side ?? ''}`;
