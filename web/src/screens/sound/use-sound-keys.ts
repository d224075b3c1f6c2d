import type { KeyGroup } from '../../app/key-groups.ts';
import {
  oneKey,
  SIDEWAYS,
  twoKeys,
  UP_AND_DOWN,
  useScreenKeys,
  ZOOM_KEYS,
} from '../../app/keys.ts';

type Way = 1 | -1;

/** What the keys of Sound do; those of one effect do it to the last at the cut. */
export interface SoundActs {
  readonly play: () => void;
  readonly byFrame: (by: Way) => void;
  readonly byCut: (by: Way) => void;
  readonly put: () => void;
  readonly remove: () => void;
  /** By a decibel. */
  readonly louder: (by: Way) => void;
  readonly onOff: () => void;
}

/** Makes the keys of Sound work, and shows them in the footer and the list of keys. */
export function useSoundKeys(acts: SoundActs, also: readonly KeyGroup[]): void {
  useScreenKeys([
    oneKey('play around the cut', ['space', 'space'], acts.play, { footer: true }),
    twoKeys('frame', SIDEWAYS, acts.byFrame, { footer: false }),
    twoKeys('cut', UP_AND_DOWN, acts.byCut),
    oneKey('put the effect here', ['p', 'P'], acts.put, { footer: true }),
    twoKeys('softer, louder', ZOOM_KEYS, acts.louder),
    oneKey('on or off', ['o', 'O'], acts.onOff, { footer: true }),
    ...also,
    {
      label: 'take it out',
      keys: [
        { combo: 'delete', cap: 'Del', run: acts.remove },
        { combo: 'backspace', cap: 'Backspace', run: acts.remove },
      ],
    },
  ]);
}
