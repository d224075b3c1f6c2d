import { useMemo, useSyncExternalStore } from 'react';
import type { Key, KeyGroup } from './key-groups.ts';

/** Where the keys that a person chose are kept. */
const KEY = 'caesura-keys';

/** A key as it is pressed and as it is written. */
export type Pressed = Pick<Key, 'combo' | 'cap'>;

type Chosen = Readonly<Record<string, Pressed>>;

function kept(): Chosen {
  try {
    const all: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    if (typeof all !== 'object' || all === null) return {};
    return Object.fromEntries(
      Object.entries(all as Record<string, Partial<Pressed>>).filter(
        ([, { combo, cap }]) => typeof combo === 'string' && typeof cap === 'string',
      ),
    ) as Chosen;
  } catch {
    return {};
  }
}

let chosen = kept();
const callers = new Set<() => void>();

function setChosen(next: Chosen): void {
  chosen = next;
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // Refused: they last until the page is loaded anew.
  }
  callers.forEach((call) => call());
}

/** By what a key of a group is known, whatever key it is. */
const nameOf = (group: KeyGroup, place: number): string => `${group.label} ${place}`;

const isOwn = (group: KeyGroup, place: number): boolean => nameOf(group, place) in chosen;

/** Gives a key of a group another key. */
export const chooseKey = (group: KeyGroup, place: number, pressed: Pressed): void =>
  setChosen({ ...chosen, [nameOf(group, place)]: pressed });

/** Gives all keys back as they were. */
export const usualKeys = (): void => setChosen({});

/** The groups with the keys that the person chose for them. */
export function withOwnKeys(groups: readonly KeyGroup[]): KeyGroup[] {
  return groups.map((group) => ({
    ...group,
    keys: group.keys.map((key, i): Key => {
      const own = chosen[nameOf(group, i)];
      return own && isOwn(group, i)
        ? { run: key.run, combo: own.combo, cap: own.cap, printed: false }
        : key;
    }),
  }));
}

/** Whether any key is another than usual, as it changes. */
export const useChosenKeys = (): Chosen =>
  useSyncExternalStore(
    (call) => {
      callers.add(call);
      return () => callers.delete(call);
    },
    () => chosen,
  );

/** The groups with the keys that the person chose, as they change. */
export function useOwnKeys(groups: readonly KeyGroup[]): KeyGroup[] {
  const own = useChosenKeys();
  // What was chosen decides as well which keys they are.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  return useMemo(() => withOwnKeys(groups), [groups, own]);
}

const MODIFIERS = new Set(['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock']);
const WRITTEN: Readonly<Record<string, string>> = {
  ...{ ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓' },
  ...{ Space: 'space', Minus: '−', Equal: '+' },
};

/** The key of an event, by its place on the keyboard; null while only modifiers are pressed. */
export function pressedKey({
  key,
  code,
  ctrlKey,
  metaKey,
  shiftKey,
  altKey,
}: Pick<
  KeyboardEvent,
  'key' | 'code' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'
>): Pressed | null {
  if (MODIFIERS.has(key) || code === '') return null;
  const place = code.replace(/^(Key|Digit)/, '');
  const letter = WRITTEN[code] ?? (key.length === 1 ? key.toUpperCase() : place);
  const parts: [boolean, string, string][] = [
    [ctrlKey || metaKey, 'mod', 'Ctrl'],
    [altKey, 'alt', 'Alt'],
    [shiftKey, 'shift', 'Shift'],
  ];
  const held = parts.filter(([isHeld]) => isHeld);
  return {
    combo: [...held.map(([, combo]) => combo), place.toLowerCase()].join('+'),
    cap: [...held.map(([, , cap]) => cap), letter].join(' '),
  };
}

/** The group that has a key already, of those that work together; null where it is free. */
export const takenBy = (groups: readonly KeyGroup[], { combo }: Pressed): KeyGroup | null =>
  groups.find(({ keys }) => keys.some((key) => key.combo === combo)) ?? null;
