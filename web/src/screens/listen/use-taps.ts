import { useState } from 'react';
import { safeFileName, writeTaps } from '@caesura/core/handoff';
import { tapped } from '@caesura/core/listen';
import type { Sound } from '@caesura/core/plan';
import { samples, type Samples } from '@caesura/core/time';
import { download } from '../../app/download.ts';
import { useEdit } from '../../app/hooks.ts';

/** Tapping along with a sound. */
export interface Taps {
  readonly count: number;
  /** What was done with the last taps that were used, in words; empty before. */
  readonly result: string;
  readonly tap: (at: Samples) => void;
  readonly use: () => void;
  readonly forget: () => void;
  /** Gives the taps as a file, as they were tapped. */
  readonly save: () => void;
}

/** Gathers taps (samples of the file as heard) and makes beats of them. */
export function useTaps(sound: Sound): Taps {
  const edit = useEdit();
  const [taps, setTaps] = useState<readonly Samples[]>([]);
  const [result, setResult] = useState('');
  const use = () => {
    const { beats, delay, snapped } = tapped(taps, sound.found.onsets, sound.analysis.sampleRate);
    if (!edit('correctBeats', sound.id, { do: 'give', beats })) return;
    const late = Math.round(1000 * delay);
    setResult(
      `${beats.length} beats from taps; you tapped ${Math.abs(late)} ms ${late < 0 ? 'early' : 'late'} on the whole, which was taken off; ${snapped} were put onto attacks.`,
    );
    setTaps([]);
  };
  return {
    count: taps.length,
    result,
    tap: (at) => {
      setResult('');
      setTaps([...taps, samples(at)]);
    },
    use,
    forget: () => setTaps([]),
    save: () =>
      download(
        safeFileName(`${sound.fileName} taps`, 'txt'),
        writeTaps(taps.map((at) => at / sound.analysis.sampleRate)),
        'text/plain',
      ),
  };
}
