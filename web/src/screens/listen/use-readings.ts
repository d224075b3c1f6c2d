import { useMemo, useState } from 'react';
import { sectionOfSound } from '@caesura/core/film';
import {
  asHeard,
  readingChosen,
  readingName,
  withReading,
  type Reading,
  type Stretch,
} from '@caesura/core/listen';
import type { Sound } from '@caesura/core/plan';
import type { Samples } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';

/** A way to hear the sound, as it is offered. */
export interface Offered {
  readonly reading: Reading;
  readonly name: string;
  /** 0–1. */
  readonly likelihood: number;
  readonly chosen: boolean;
  /** The sound as it would be with this reading for the whole of it. */
  readonly sound: Sound;
}

/** The readings of a sound, and choosing among them. */
export interface Readings {
  /** As heard, then the others; none where nothing else is worth hearing. */
  readonly beats: readonly Offered[];
  /** Other bars. */
  readonly bars: readonly Offered[];
  /** Whether a choice is for a stretch only. */
  readonly here: boolean;
  readonly setHere: (here: boolean) => void;
  /** The stretch: the range that is marked, or the section at the position; null for neither. */
  readonly within: Stretch | null;
  readonly inRange: boolean;
  /** Chooses the reading of a place in the list of beats and then bars. */
  readonly choose: (index: number) => void;
  /** The choice that was made for a stretch last, and can be kept for all. */
  readonly last: Offered | null;
  readonly keepForAll: () => void;
}

/** Offers the readings of a sound, for all of it, a range or the section at the position. */
export function useReadings(sound: Sound, at: Samples, range: Stretch | null): Readings {
  const edit = useEdit();
  const [here, setHere] = useState(false);
  const [lastIndex, setLast] = useState<number | null>(null);
  const { beats, bars } = useMemo(() => {
    const { analysis, corrections, found } = sound;
    const heard = { analysis, corrections, onsets: found.onsets };
    const offered = (reading: Reading, likelihood: number): Offered => ({
      reading,
      name: readingName(reading, analysis),
      likelihood,
      chosen: readingChosen(heard, reading),
      sound: { ...sound, corrections: withReading(heard, reading) },
    });
    const [ofBeats, ofBars] = [true, false].map((own) =>
      analysis.readings.filter((r) => (r.beats !== null) === own),
    ) as [Reading[], Reading[]];
    const others = ofBeats.reduce((sum, r) => sum + r.likelihood, 0);
    return {
      beats:
        analysis.beats.length < 2 || analysis.readings.length === 0
          ? []
          : [
              offered(
                { ...asHeard(analysis), ...biteOf(analysis.readings) },
                Math.max(0, 1 - others),
              ),
              ...ofBeats.map((r) => offered(r, r.likelihood)),
            ],
      bars: ofBars.map((r) => offered(r, r.likelihood)),
    };
  }, [sound]);
  const around = sectionOfSound(sound, at);
  const whole = around.from === 0 && around.to === sound.analysis.length;
  const within = range ?? (whole ? null : around);
  const all = [...beats, ...bars];
  return {
    ...{ beats, bars, here, setHere, within },
    inRange: range !== null,
    last: lastIndex === null ? null : (all[lastIndex] ?? null),
    choose(index) {
      const offered = all[index];
      if (!offered) return;
      const only = here && offered.reading.beats !== null ? within : null;
      edit('chooseReading', sound.id, offered.reading, only);
      setLast(only ? index : null);
    },
    keepForAll() {
      const offered = lastIndex === null ? undefined : all[lastIndex];
      if (offered) edit('chooseReading', sound.id, offered.reading, null);
      setLast(null);
    },
  };
}

/** Where what was heard can be told from the likeliest other reading. */
const biteOf = ([first]: readonly Reading[]): Pick<Reading, 'from' | 'to'> | undefined =>
  first && { from: first.from, to: first.to };
