import type { KeyGroup } from '../../app/key-groups.ts';
import { oneKey, SIDEWAYS, twoKeys, UP_AND_DOWN, useScreenKeys } from '../../app/keys.ts';

type Way = 1 | -1;

/** What the keys of Listen do. */
export interface ListenActs {
  readonly play: () => void;
  readonly toBeat: (direction: Way) => void;
  readonly toLine: (direction: Way) => void;
  readonly nextMark: (direction: Way) => void;
  readonly tap: () => void;
  readonly startHere: () => void;
  readonly endHere: () => void;
  readonly nudge: (direction: Way) => void;
  readonly remove: () => void;
  readonly addBeat: () => void;
  readonly addCue: () => void;
  readonly rangeFromHere: () => void;
  readonly rangeToHere: () => void;
  readonly loop: () => void;
  readonly slow: () => void;
  readonly click: () => void;
  readonly halve: () => void;
  readonly double: () => void;
  readonly downbeat: () => void;
  /** Number of readings offered, choosing one by its place, and hearing it. */
  readonly readings: number;
  readonly chooseReading: (index: number) => void;
  readonly hearReading: (index: number) => void;
}

/** The number keys from 1 on, under one word. */
const digits = (
  label: string,
  count: number,
  before: '' | 'Shift + ',
  run: (index: number) => void,
): KeyGroup => ({
  label,
  keys: Array.from({ length: count }, (_, i) => ({
    combo: `${before ? 'shift+' : ''}${i + 1}`,
    cap: `${before}${i + 1}`,
    run: () => run(i),
  })),
});

/** Makes the keys of Listen work, and shows them in the footer and the list of keys. */
export function useListenKeys(acts: ListenActs): void {
  useScreenKeys([
    oneKey('play', ['space', 'space'], acts.play, { footer: true }),
    twoKeys('beat', SIDEWAYS, acts.toBeat),
    twoKeys('line', UP_AND_DOWN, acts.toLine),
    twoKeys(
      'mark',
      [
        ['p', 'P'],
        ['n', 'N'],
      ],
      acts.nextMark,
    ),
    oneKey('tap', ['t', 'T'], acts.tap, { footer: true }),
    oneKey('start here', ['s', 'S'], acts.startHere, { footer: true }),
    oneKey('end here', ['e', 'E'], acts.endHere, { footer: true }),
    twoKeys(
      'move the chosen mark by 1 ms',
      [
        ['shift+arrowleft', 'Shift + ←'],
        ['shift+arrowright', 'Shift + →'],
      ],
      acts.nudge,
      { footer: false },
    ),
    oneKey('remove the chosen mark', ['delete', 'Delete'], acts.remove),
    oneKey('add a beat', ['a', 'A'], acts.addBeat),
    oneKey('add a cue by hand', ['m', 'M'], acts.addCue),
    {
      label: 'range from here, to here',
      keys: [
        { combo: '[', cap: '[', printed: true, run: acts.rangeFromHere },
        { combo: ']', cap: ']', printed: true, run: acts.rangeToHere },
      ],
    },
    oneKey('loop the range', ['l', 'L'], acts.loop),
    oneKey('half speed', ['j', 'J'], acts.slow),
    oneKey('click on or off', ['c', 'C'], acts.click),
    oneKey('half as many beats', ['h', 'H'], acts.halve),
    oneKey('twice as many beats', ['d', 'D'], acts.double),
    oneKey('downbeat here', ['b', 'B'], acts.downbeat),
    ...(acts.readings === 0
      ? []
      : [
          digits('choose a reading', acts.readings, '', acts.chooseReading),
          digits('hear a reading', acts.readings, 'Shift + ', acts.hearReading),
        ]),
  ]);
}
