import { useScreenKeys } from '../../app/keys.ts';

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
export function useScoreKeys(acts: ScoreActs): void {
  useScreenKeys([
    { label: 'play', footer: true, keys: [{ combo: 'space', cap: 'space', run: acts.play }] },
    {
      label: 'frame',
      footer: true,
      keys: [
        { combo: 'arrowleft', cap: '←', run: () => acts.byFrame(-1) },
        { combo: 'arrowright', cap: '→', run: () => acts.byFrame(1) },
      ],
    },
    {
      label: 'cut',
      footer: true,
      keys: [
        { combo: 'arrowup', cap: '↑', run: () => acts.byCut(-1) },
        { combo: 'arrowdown', cap: '↓', run: () => acts.byCut(1) },
      ],
    },
    {
      label: 'move to cue',
      footer: true,
      keys: [
        { combo: 'bracketleft', cap: '[', run: () => acts.toCue(-1) },
        { combo: 'bracketright', cap: ']', run: () => acts.toCue(1) },
      ],
    },
    {
      label: 'nudge',
      footer: true,
      keys: [
        { combo: 'shift+arrowleft', cap: 'Shift ←', run: () => acts.nudge(-1) },
        { combo: 'shift+arrowright', cap: 'Shift →', run: () => acts.nudge(1) },
      ],
    },
    {
      label: 'select more cuts',
      keys: [
        { combo: 'shift+arrowup', cap: 'Shift ↑', run: () => acts.extend(-1) },
        { combo: 'shift+arrowdown', cap: 'Shift ↓', run: () => acts.extend(1) },
      ],
    },
    { label: 'split', footer: true, keys: [{ combo: 's', cap: 'S', run: acts.split }] },
    { label: 'lock the cut', footer: true, keys: [{ combo: 'l', cap: 'L', run: acts.lock }] },
    {
      label: 'slip the source',
      keys: [
        { combo: 'comma', cap: ',', run: () => acts.slip(-1) },
        { combo: 'period', cap: '.', run: () => acts.slip(1) },
        { combo: 'shift+comma', cap: 'Shift ,', run: () => acts.slip(-10) },
        { combo: 'shift+period', cap: 'Shift .', run: () => acts.slip(10) },
      ],
    },
    {
      label: 'shorter, longer, paid by the next shot',
      keys: [
        { combo: 'alt+arrowleft', cap: 'Alt ←', run: () => acts.lengthen(-1) },
        { combo: 'alt+arrowright', cap: 'Alt →', run: () => acts.lengthen(1) },
      ],
    },
    {
      label: 'swap with the shot before, after',
      keys: [
        { combo: 'alt+arrowup', cap: 'Alt ↑', run: () => acts.swap(-1) },
        { combo: 'alt+arrowdown', cap: 'Alt ↓', run: () => acts.swap(1) },
      ],
    },
    { label: 'propose the selected stretch anew', keys: [{ combo: 'r', cap: 'R', run: acts.relay }] },
    {
      label: 'zoom',
      footer: true,
      keys: [
        { combo: 'minus', cap: '−', run: () => acts.zoom(-1) },
        { combo: 'equal', cap: '+', run: () => acts.zoom(1) },
      ],
    },
    {
      label: 'remove the cut',
      keys: [
        { combo: 'delete', cap: 'Del', run: acts.remove },
        { combo: 'backspace', cap: 'Backspace', run: acts.remove },
      ],
    },
    { label: 'no cut selected', keys: [{ combo: 'escape', cap: 'Esc', run: acts.selectNone }] },
  ]);
}
