import { SIDEWAYS, twoKeys, UP_AND_DOWN, useScreenKeys } from '../../app/keys.ts';

type Way = 1 | -1;

/** What the keys of Rehearse do. */
export interface RehearseActs {
  readonly play: () => void;
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
    { label: 'play', footer: true, keys: [{ combo: 'space', cap: 'space', run: acts.play }] },
    twoKeys('frame', ...SIDEWAYS, acts.byFrame),
    twoKeys('cut', ...UP_AND_DOWN, acts.byCut),
    twoKeys(
      'this cut earlier, later',
      ['shift+arrowleft', 'Shift ←'],
      ['shift+arrowright', 'Shift →'],
      acts.nudge,
    ),
    { label: 'mark a cue', footer: true, keys: [{ combo: 't', cap: 'T', run: acts.tap }] },
    { label: 'note', footer: true, keys: [{ combo: 'n', cap: 'N', run: acts.note }] },
    { label: 'other version', footer: true, keys: [{ combo: 'b', cap: 'B', run: acts.other }] },
    { label: 'with or without joins and ramps', keys: [{ combo: 'w', cap: 'W', run: acts.plain }] },
    { label: 'over and over', keys: [{ combo: 'o', cap: 'O', run: acts.loop }] },
    {
      label: 'as it is, half, quarter speed',
      keys: ([0, 1, 2] as const).map((i) => ({
        combo: `${i + 1}`,
        cap: `${i + 1}`,
        run: () => acts.speed(i),
      })),
    },
    { label: 'full screen', keys: [{ combo: 'f', cap: 'F', run: acts.fullScreen }] },
  ]);
}
