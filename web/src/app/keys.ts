import { createContext, useContext, useEffect, useRef } from 'react';
import type { KeyGroup } from './key-groups.ts';
import { useOwnKeys } from './own-keys.ts';
import { useHotkeys, type HotkeyCallback } from 'react-hotkeys-hook';

/** A key by its combination and cap, such as `['arrowleft', '←']`. */
type Cap = readonly [combo: string, cap: string];

/** One key under a word of its own; in the footer only if asked for. */
export const oneKey = (
  label: string,
  [combo, cap]: Cap,
  run: () => void,
  { footer = false } = {},
): KeyGroup => ({ label, footer, keys: [{ combo, cap, run }] });

/** Two keys that do the same one way and the other; in the footer unless asked not to. */
export const twoKeys = (
  label: string,
  [less, more]: readonly [less: Cap, more: Cap],
  run: (by: 1 | -1) => void,
  { footer = true } = {},
): KeyGroup => ({
  label,
  footer,
  keys: [
    { combo: less[0], cap: less[1], run: () => run(-1) },
    { combo: more[0], cap: more[1], run: () => run(1) },
  ],
});

/** Arrows to the sides, and up and down. */
export const SIDEWAYS = [
  ['arrowleft', '←'],
  ['arrowright', '→'],
] as const;
export const UP_AND_DOWN = [
  ['arrowup', '↑'],
  ['arrowdown', '↓'],
] as const;
export const ZOOM_KEYS = [
  ['minus', '−'],
  ['equal', '+'],
] as const;

/** The same two keys held with Ctrl. */
export const withControl = ([less, more]: readonly [less: Cap, more: Cap]): [Cap, Cap] => [
  [`mod+${less[0]}`, `Ctrl ${less[1]}`],
  [`mod+${more[0]}`, `Ctrl ${more[1]}`],
];

/** Holds the key groups of the screen on view, for the footer and the list of keys. */
export const KeyGroupsContext = createContext<{
  groups: readonly KeyGroup[];
  show: (groups: readonly KeyGroup[]) => void;
}>({ groups: [], show: () => undefined });

/** A button with the focus keeps its own space and enter, a link its enter, a tab its arrows. */
function pressesControl({ key, target }: KeyboardEvent): boolean {
  const arrow = key.startsWith('Arrow') ? '[role="tab"]' : undefined;
  const controls = { ' ': 'button, summary', Enter: 'button, summary, a' }[key] ?? arrow;
  return controls !== undefined && (target as Element).closest(controls) !== null;
}

/** Text typed into a field and not yet taken is the field's own business, undo included. */
const isTyping = (event: KeyboardEvent): boolean =>
  (event.target as Element).closest('[data-typed="true"]') !== null;

/**
 * Makes keys work while no dialog is open; in fields only if asked for, and only while nothing is
 * typed there.
 */
export function useKeyGroups(usual: readonly KeyGroup[], { inFields = false } = {}): void {
  const groups = useOwnKeys(usual);
  const all = groups.flatMap((group) => group.keys);
  const run: HotkeyCallback = (event, { hotkey }) => {
    if (pressesControl(event) || isTyping(event) || document.querySelector('.modal.show')) return;
    event.preventDefault();
    all.find((key) => key.combo === hotkey)?.run();
  };
  const combos = (printed: boolean) =>
    all.filter((key) => !key.native && (key.printed ?? false) === printed).map((key) => key.combo);
  const [placed, printed] = [combos(false), combos(true)];
  useHotkeys(placed, run, { enabled: placed.length > 0, enableOnFormTags: inFields });
  useHotkeys(printed, run, { enabled: printed.length > 0, useKey: true, ignoreModifiers: true });
}

/** Makes a screen's keys work and shows them in the footer. */
export function useScreenKeys(groups: readonly KeyGroup[]): void {
  const { show } = useContext(KeyGroupsContext);
  const labels = groups.map((g) => `${g.label} ${g.keys.map((k) => k.cap).join('')}`).join('\n');
  const latest = useRef(groups);
  useEffect(() => {
    latest.current = groups;
  });
  useEffect(() => {
    show(latest.current);
    return () => show([]);
  }, [labels, show]);
  useKeyGroups(groups);
}
