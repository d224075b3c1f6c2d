import { afterEach, expect, it } from 'vitest';
import { oneKey, SIDEWAYS, twoKeys } from './keys.ts';
import { chooseKey, pressedKey, takenBy, usualKeys, withOwnKeys } from './own-keys.ts';

afterEach(() => usualKeys());

const groups = [
  oneKey('split', ['s', 'S'], () => undefined),
  twoKeys('frame', SIDEWAYS, () => undefined),
];
const press = (key: string, code: string, held: Partial<KeyboardEvent> = {}) =>
  pressedKey({
    ...{ key, code, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false },
    ...held,
  });

it('gives one key of a group another, and what it does stays', () => {
  let split = 0;
  const own = [oneKey('split', ['s', 'S'], () => split++), groups[1]!];
  chooseKey(own[0]!, 0, { combo: 'shift+x', cap: 'Shift X' });
  const [first, second] = withOwnKeys(own);
  expect(first!.keys[0]).toMatchObject({ combo: 'shift+x', cap: 'Shift X' });
  first!.keys[0]!.run();
  expect(split).toBe(1);
  expect(second).toEqual(own[1]);
  usualKeys();
  expect(withOwnKeys(own)[0]!.keys[0]!.combo).toBe('s');
});

it('reads what is pressed by its place, with what is held', () => {
  expect(press('y', 'KeyZ')).toEqual({ combo: 'z', cap: 'Y' });
  expect(press('7', 'Digit7', { ctrlKey: true })).toEqual({ combo: 'mod+7', cap: 'Ctrl 7' });
  expect(press('ArrowUp', 'ArrowUp', { shiftKey: true, altKey: true })).toEqual({
    ...{ combo: 'alt+shift+arrowup', cap: 'Alt Shift ↑' },
  });
  expect(press('Shift', 'ShiftLeft', { shiftKey: true })).toBeNull();
});

it('knows which group has a key already', () => {
  expect(takenBy(groups, { combo: 'arrowleft', cap: '←' })?.label).toBe('frame');
  expect(takenBy(groups, { combo: 'q', cap: 'Q' })).toBeNull();
});
