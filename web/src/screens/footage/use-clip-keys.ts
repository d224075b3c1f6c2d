import { oneKey, SIDEWAYS, twoKeys, UP_AND_DOWN, useScreenKeys } from '../../app/keys.ts';

type Way = 1 | -1;

/** What the keys of a large clip do. */
export interface ClipActs {
  readonly playing: boolean;
  readonly play: () => void;
  readonly byFrames: (by: number) => void;
  readonly toMoment: (by: Way) => void;
  readonly keep: () => void;
  readonly letGo: () => void;
  readonly trim: () => void;
  readonly usableFrom: () => void;
  readonly usableTo: () => void;
  readonly neighbour: (by: Way) => void;
  readonly allClips: () => void;
}

/** Makes the keys of a large clip work, and shows them in the footer and the list of keys. */
export function useClipKeys(acts: ClipActs): void {
  useScreenKeys([
    oneKey(acts.playing ? 'stop' : 'play', ['space', 'Space'], acts.play, { footer: true }),
    twoKeys('by frame', SIDEWAYS, acts.byFrames),
    twoKeys(
      'by ten',
      [
        ['shift+arrowleft', 'Shift ←'],
        ['shift+arrowright', 'Shift →'],
      ],
      (by) => acts.byFrames(10 * by),
      { footer: false },
    ),
    twoKeys('by moment', UP_AND_DOWN, acts.toMoment),
    oneKey('keep a moment here', ['p', 'P'], acts.keep, { footer: true }),
    {
      label: 'let it go',
      footer: true,
      keys: [
        { combo: 'backspace', cap: '⌫', run: acts.letGo },
        { combo: 'delete', cap: 'Del', run: acts.letGo },
      ],
    },
    oneKey('trim the still tail', ['t', 'T'], acts.trim, { footer: true }),
    {
      label: 'usable from and up to here',
      keys: [
        { combo: 'i', cap: 'I', run: acts.usableFrom },
        { combo: 'o', cap: 'O', run: acts.usableTo },
      ],
    },
    twoKeys(
      'other clips',
      [
        ['pageup', 'PgUp'],
        ['pagedown', 'PgDn'],
      ],
      acts.neighbour,
    ),
    oneKey('all clips', ['escape', 'Esc'], acts.allClips),
  ]);
}
