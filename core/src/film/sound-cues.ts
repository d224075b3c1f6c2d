import { corrected, subdivisions, type Analysis } from '../listen/index.ts';
import type { Sound } from '../plan/index.ts';
import { switchOf, type CueKind } from '../plan/index.ts';
import type { Samples } from '../time/index.ts';

/** A cue in a sound file, as heard and then put right by hand. */
export interface SoundCue {
  readonly kind: CueKind;
  readonly at: Samples;
  readonly strength: number;
  readonly confidence: number;
  readonly name?: string;
}

const beatsBySound = new WeakMap<Sound, Analysis>();
const cuesBySound = new WeakMap<Sound, readonly SoundCue[]>();

/** The beats of a sound as the person corrected them. */
export function correctedBeats(sound: Sound): Analysis {
  let beats = beatsBySound.get(sound);
  if (!beats)
    beatsBySound.set(
      sound,
      (beats = corrected(sound.analysis, sound.corrections, sound.found.onsets)),
    );
  return beats;
}

/** How near, in seconds, a cue must be to be the one an edit means. */
const NEAR = 0.05;

/** Everything heard, before edits of single cues. */
function foundCues(sound: Sound): SoundCue[] {
  const { beats, downbeats, sampleRate } = correctedBeats(sound);
  const { onsets, hits, words, pauses, rises, drops, sections } = sound.found;
  const bars = new Set(downbeats);
  const all = (kind: CueKind, cues: readonly Omit<SoundCue, 'kind'>[]): SoundCue[] =>
    cues.map(({ at, strength, confidence }) => ({ kind, at, strength, confidence }));
  const nameAt = (at: number) =>
    sound.sectionNames.findLast((n) => Math.abs(n.at - at) <= NEAR * sampleRate)?.name || undefined;
  return [
    ...beats.map(({ at, strength, confidence }, i): SoundCue => ({
      kind: bars.has(i) ? 'downbeat' : 'beat',
      at,
      strength,
      confidence,
    })),
    ...all('half-beat', subdivisions(beats, onsets, 2)),
    ...all('quarter-beat', subdivisions(beats, onsets, 4)),
    ...all('hit', hits),
    ...all('word', words),
    ...pauses.flatMap(({ start, end, confidence }): SoundCue[] => {
      const strength = Math.min(1, (end - start) / sampleRate);
      return [
        { kind: 'pause-start', at: start, strength, confidence },
        { kind: 'pause-end', at: end, strength, confidence },
      ];
    }),
    ...rises.flatMap(({ start, peak, strength, confidence }): SoundCue[] => [
      { kind: 'rise-start', at: start, strength, confidence },
      { kind: 'rise-peak', at: peak, strength, confidence },
    ]),
    ...all('drop', drops),
    ...sections.map(({ at, strength, confidence }): SoundCue => {
      const name = nameAt(at);
      return { kind: 'section', at, strength, confidence, ...(name && { name }) };
    }),
  ];
}

/**
 * All cues of a sound in order of time, whatever its switches: what was heard, beats as corrected,
 * single cues as added, moved and deleted by hand. Computed once for each state of a sound.
 */
export function cuesOfSound(sound: Sound): readonly SoundCue[] {
  const known = cuesBySound.get(sound);
  if (known) return known;
  let cues = foundCues(sound);
  const near = NEAR * sound.analysis.sampleRate;
  for (const { kind, from, to, name } of sound.cueEdits) {
    if (from !== null) {
      const meant = cues.reduce<SoundCue | null>(
        (best, c) =>
          c.kind === kind &&
          Math.abs(c.at - from) <= near &&
          (!best || Math.abs(c.at - from) < Math.abs(best.at - from))
            ? c
            : best,
        null,
      );
      cues = cues.filter((c) => c !== meant);
    }
    if (to !== null) cues.push({ kind, at: to, strength: 1, confidence: 1, ...(name && { name }) });
  }
  cues.sort((a, b) => a.at - b.at);
  cuesBySound.set(sound, cues);
  return cues;
}

/**
 * The stretches from a cue of one kind to the next of another, such as pauses; samples. A start
 * without an end is none.
 */
export const rangesBetween = (
  cues: readonly SoundCue[],
  from: CueKind,
  to: CueKind,
): { from: Samples; to: Samples }[] =>
  cues.flatMap((cue, i) => {
    if (cue.kind !== from) return [];
    const end = cues.slice(i + 1).find((c) => c.kind === from || c.kind === to);
    return end?.kind === to ? [{ from: cue.at, to: end.at }] : [];
  });

/** The cues of a sound that its switches let through. */
export const usedCues = (sound: Sound): SoundCue[] =>
  cuesOfSound(sound).filter(({ kind, strength }) => {
    const { on, least } = switchOf(sound, kind);
    return on && strength >= least;
  });
