import type { KeyGroup } from '../../app/key-groups.ts';
import {
  oneKey,
  SIDEWAYS,
  twoKeys,
  UP_AND_DOWN,
  useScreenKeys,
  ZOOM_KEYS,
} from '../../app/keys.ts';

/** Earlier or later, fewer or more. */
type Way = 1 | -1;

/** What the keys of the score do. */
export interface ScoreActs {
  readonly play: () => void;
  readonly byFrame: (by: Way) => void;
  readonly byCut: (by: Way) => void;
  /** Selects one cut more at an end of those that are. */
  readonly extend: (by: Way) => void;
  readonly toCue: (by: Way) => void;
  readonly nudge: (by: Way) => void;
  /** In source frames. */
  readonly slip: (by: number) => void;
  readonly lengthen: (by: Way) => void;
  readonly swap: (by: Way) => void;
  readonly zoom: (by: Way) => void;
  readonly split: () => void;
  readonly lock: () => void;
  readonly relay: () => void;
  readonly remove: () => void;
  readonly selectNone: () => void;
}

/** Makes the keys of the score work, and shows them in the footer and the list of keys. */
export function useScoreKeys(acts: ScoreActs, also: readonly KeyGroup[]): void {
  useScreenKeys([
    oneKey('play', ['space', 'space'], acts.play, { footer: true }),
    twoKeys('frame', SIDEWAYS, acts.byFrame),
    twoKeys('cut', UP_AND_DOWN, acts.byCut),
    twoKeys(
      'move to cue',
      [
        ['bracketleft', '['],
        ['bracketright', ']'],
      ],
      acts.toCue,
    ),
    twoKeys(
      'nudge',
      [
        ['shift+arrowleft', 'Shift ←'],
        ['shift+arrowright', 'Shift →'],
      ],
      acts.nudge,
    ),
    twoKeys(
      'select more cuts',
      [
        ['shift+arrowup', 'Shift ↑'],
        ['shift+arrowdown', 'Shift ↓'],
      ],
      acts.extend,
      { footer: false },
    ),
    oneKey('split', ['s', 'S'], acts.split, { footer: true }),
    oneKey('lock the cut', ['l', 'L'], acts.lock, { footer: true }),
    {
      label: 'slip the source',
      keys: [
        { combo: 'comma', cap: ',', run: () => acts.slip(-1) },
        { combo: 'period', cap: '.', run: () => acts.slip(1) },
        { combo: 'shift+comma', cap: 'Shift ,', run: () => acts.slip(-10) },
        { combo: 'shift+period', cap: 'Shift .', run: () => acts.slip(10) },
      ],
    },
    twoKeys(
      'shorter, longer, paid by the next shot',
      [
        ['alt+arrowleft', 'Alt ←'],
        ['alt+arrowright', 'Alt →'],
      ],
      acts.lengthen,
      { footer: false },
    ),
    twoKeys(
      'swap with the shot before, after',
      [
        ['alt+arrowup', 'Alt ↑'],
        ['alt+arrowdown', 'Alt ↓'],
      ],
      acts.swap,
      { footer: false },
    ),
    oneKey('propose the selected stretch anew', ['r', 'R'], acts.relay),
    twoKeys('zoom', ZOOM_KEYS, acts.zoom),
    {
      label: 'remove the cut',
      keys: [
        { combo: 'delete', cap: 'Del', run: acts.remove },
        { combo: 'backspace', cap: 'Backspace', run: acts.remove },
      ],
    },
    ...also,
    oneKey('no cut selected', ['escape', 'Esc'], acts.selectNone),
  ]);
}
