/**
 * What a cue is: from the beats, from what was heard, or set by hand. The order is that of
 * precedence at one frame.
 */
export const CUE_KINDS = [
  'downbeat',
  'beat',
  'section',
  'drop',
  'hit',
  'word',
  'pause-start',
  'pause-end',
  'rise-start',
  'rise-peak',
  'half-beat',
  'quarter-beat',
  'hand',
] as const;

export type CueKind = (typeof CUE_KINDS)[number];

/** What a sound is in the film. */
export const SOUND_KINDS = ['music', 'voice', 'effect'] as const;
export type SoundKind = (typeof SOUND_KINDS)[number];

/** Whether cues of a kind are used, and the strength from which. */
export interface CueSwitch {
  readonly on: boolean;
  /** Least strength, 0–1. */
  readonly least: number;
}

const ON: Record<SoundKind, readonly CueKind[]> = {
  music: ['downbeat', 'beat', 'section', 'drop', 'hit', 'pause-start', 'pause-end', 'hand'],
  voice: ['word', 'pause-end', 'hand'],
  effect: ['hit', 'rise-peak', 'hand'],
};

/** The switch of a kind of cue as a person left it, or as it is at first for such a sound. */
export const switchOf = (
  sound: { readonly kind: SoundKind; readonly switches: Partial<Record<CueKind, CueSwitch>> },
  kind: CueKind,
): CueSwitch => sound.switches[kind] ?? { on: ON[sound.kind].includes(kind), least: 0 };
