import type { SoundFindings } from './analyse.ts';

/** What was heard in a sound beside its beats, as a plan keeps it: LUFS are null for silence. */
export interface Found extends Pick<
  SoundFindings,
  'onsets' | 'hits' | 'words' | 'pauses' | 'rises' | 'drops' | 'sections'
> {
  readonly loudness: {
    readonly integrated: number | null;
    readonly momentaryMaximum: number | null;
    readonly shortTermMaximum: number | null;
    /** One value a second, of the 3 s that start there. */
    readonly shortTerm: readonly (number | null)[];
  };
}

const rounded = (x: number): number => Math.round(x * 1000) / 1000;

/**
 * The cues of a hearing to keep, strength and confidence to a thousandth, loudness to a tenth and
 * one value a second.
 */
export function foundIn(findings: SoundFindings): Found {
  const kept = <T extends { readonly confidence: number }>(cues: readonly T[]): T[] =>
    cues.map((cue) => ({
      ...cue,
      confidence: rounded(cue.confidence),
      ...('strength' in cue && { strength: rounded(cue.strength as number) }),
    }));
  const lufs = (x: number): number | null => (Number.isFinite(x) ? Math.round(x * 10) / 10 : null);
  const { integrated, momentaryMaximum, shortTermMaximum, shortTerm } = findings.loudness;
  return {
    onsets: kept(findings.onsets),
    hits: kept(findings.hits),
    words: kept(findings.words),
    pauses: kept(findings.pauses),
    rises: kept(findings.rises),
    drops: kept(findings.drops),
    sections: kept(findings.sections),
    loudness: {
      integrated: lufs(integrated),
      momentaryMaximum: lufs(momentaryMaximum),
      shortTermMaximum: lufs(shortTermMaximum),
      shortTerm: shortTerm.filter((_, i) => i % 10 === 0).map(lufs),
    },
  };
}

/** Nothing heard. */
export const NOTHING_FOUND: Found = {
  onsets: [],
  hits: [],
  words: [],
  pauses: [],
  rises: [],
  drops: [],
  sections: [],
  loudness: { integrated: null, momentaryMaximum: null, shortTermMaximum: null, shortTerm: [] },
};
