import { useCallback, useState } from 'react';
import { cuesOfSound, usedCues } from '@caesura/core/film';
import type { Sound } from '@caesura/core/plan';
import { samples, type Samples } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import type { Chosen } from './SoundLine.tsx';

/** Step by which a chosen mark is moved by keys, in seconds. */
const NUDGE = 0.001;

const isBeat = ({ kind }: Chosen): boolean => kind === 'beat' || kind === 'downbeat';

/** The mark that is chosen in a sound, and what can be done with it. */
export interface Marks {
  readonly chosen: Chosen | null;
  readonly choose: (cue: Chosen | null) => void;
  readonly move: (cue: Chosen, to: Samples) => void;
  readonly nudge: (direction: 1 | -1) => void;
  readonly remove: () => void;
  readonly addBeat: (at: Samples) => void;
  readonly addCue: (at: Samples) => void;
  /** Chooses the used mark after or before the one chosen, or an instant; null when none is. */
  readonly chooseNext: (direction: 1 | -1, at: Samples) => Chosen | null;
}

/** Chooses, moves, adds and removes beats and cues of a sound. */
export function useMarks(sound: Sound): Marks {
  const edit = useEdit();
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const { length, sampleRate } = sound.analysis;
  const move = useCallback(
    (cue: Chosen, to: Samples) => {
      const { kind, at: from } = cue;
      const kept = samples(Math.min(length - 1, Math.max(0, to)));
      const moved = isBeat(cue)
        ? edit('correctBeats', sound.id, { do: 'move', from, to: kept })
        : edit('editCues', sound.id, [{ kind, from, to: kept }]);
      if (moved) setChosen({ kind, at: kept });
    },
    [edit, sound.id, length],
  );
  return {
    chosen,
    choose: setChosen,
    move,
    nudge: (direction) => {
      if (chosen) move(chosen, samples(chosen.at + direction * Math.round(NUDGE * sampleRate)));
    },
    remove: () => {
      if (!chosen) return;
      const { kind, at: from } = chosen;
      const done = isBeat(chosen)
        ? edit('correctBeats', sound.id, { do: 'delete', at: from })
        : edit('editCues', sound.id, [{ kind, from, to: null }]);
      if (done) setChosen(null);
    },
    addBeat: (at) => {
      if (edit('correctBeats', sound.id, { do: 'add', at })) setChosen({ kind: 'beat', at });
    },
    addCue: (at) => {
      if (edit('editCues', sound.id, [{ kind: 'hand', from: null, to: at }]))
        setChosen({ kind: 'hand', at });
    },
    chooseNext: (direction, at) => {
      const used = new Set(usedCues(sound));
      const marks = cuesOfSound(sound).filter((c) => used.has(c));
      const from = chosen?.at ?? at;
      const next =
        direction === 1 ? marks.find((c) => c.at > from) : marks.findLast((c) => c.at < from);
      if (!next) return null;
      const kept = { kind: next.kind, at: next.at };
      setChosen(kept);
      return kept;
    },
  };
}
