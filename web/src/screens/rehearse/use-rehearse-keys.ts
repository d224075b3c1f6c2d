import { oneKey, SIDEWAYS, twoKeys, UP_AND_DOWN, useScreenKeys } from '../../app/keys.ts';

type Way = 1 | -1;

/** What the keys of Rehearse do. */
export interface RehearseActs {
  readonly play: () => void;
  /** Goes back or on, faster with every press; ends that. */
  readonly shuttle: (way: Way) => void;
  readonly halt: () => void;
  readonly byFrame: (by: Way) => void;
  readonly byCut: (by: Way) => void;
  readonly nudge: (by: Way) => void;
  readonly tap: () => void;
  readonly note: () => void;
  readonly other: () => void;
  readonly plain: () => void;
  readonly loop: () => void;
  /** The speed of a number key: as it is, half, quarter. */
  readonly speed: (index: 0 | 1 | 2) => void;
  readonly fullScreen: () => void;
}

/** Makes the keys of Rehearse work, and shows them in the footer and the list of keys. */
export function useRehearseKeys(acts: RehearseActs): void {
  useScreenKeys([
    oneKey('play', ['space', 'space'], acts.play, { footer: true }),
    {
      label: 'back, stop, on; again is twice as fast',
      keys: [
        { combo: 'j', cap: 'J', run: () => acts.shuttle(-1) },
        { combo: 'k', cap: 'K', run: acts.halt },
        { combo: 'l', cap: 'L', run: () => acts.shuttle(1) },
      ],
    },
    twoKeys('frame', SIDEWAYS, acts.byFrame),
    twoKeys('cut', UP_AND_DOWN, acts.byCut),
    twoKeys(
      'this cut earlier, later',
      [
        ['shift+arrowleft', 'Shift ←'],
        ['shift+arrowright', 'Shift →'],
      ],
      acts.nudge,
    ),
    oneKey('mark a cue', ['t', 'T'], acts.tap, { footer: true }),
    oneKey('note', ['n', 'N'], acts.note, { footer: true }),
    oneKey('other version', ['b', 'B'], acts.other, { footer: true }),
    oneKey('with or without joins, phrases and ramps', ['w', 'W'], acts.plain),
    oneKey('over and over', ['o', 'O'], acts.loop),
    {
      label: 'as it is, half, quarter speed',
      keys: ([0, 1, 2] as const).map((i) => ({
        combo: `${i + 1}`,
        cap: `${i + 1}`,
        run: () => acts.speed(i),
      })),
    },
    oneKey('full screen', ['f', 'F'], acts.fullScreen),
  ]);
}
