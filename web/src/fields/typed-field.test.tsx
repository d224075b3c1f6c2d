// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { frameRate, frames, type Frames, type LengthContext } from '@caesura/core/time';
import { LengthField } from './LengthField.tsx';

afterEach(cleanup);

const context: LengthContext = { rate: frameRate(24), dropFrame: false };

/** A field of 48 frames; gives what was taken. */
function lengthField(takes = true) {
  const taken: Frames[] = [];
  render(
    <LengthField
      label="Length"
      value={frames(48)}
      written="48f"
      context={context}
      onCommit={(value) => {
        if (takes) taken.push(value);
        return takes;
      }}
    />,
  );
  return { taken, field: screen.getByRole('textbox', { name: 'Length' }), user: userEvent.setup() };
}

describe('a field for a length', () => {
  it('says in frames what is typed, and takes it on Enter', async () => {
    const { taken, field, user } = lengthField();
    await user.clear(field);
    await user.type(field, '1.5s');
    expect(screen.getByText('36 f')).toBeDefined();
    expect(taken).toEqual([]);
    await user.keyboard('{Enter}');
    expect(taken).toEqual([36]);
  });

  it('takes the value that is already there, and one when the field is left', async () => {
    const { taken, field, user } = lengthField();
    await user.clear(field);
    await user.type(field, '48f{Enter}');
    await user.clear(field);
    await user.type(field, '60f');
    await user.tab();
    expect(taken).toEqual([48, 60]);
  });

  it('steps by a frame with the arrows, from what is typed or from what is there', async () => {
    const { taken, field, user } = lengthField();
    await user.click(field);
    await user.keyboard('{ArrowUp}');
    await user.clear(field);
    await user.type(field, '10f{ArrowDown}');
    expect(taken).toEqual([49, 9]);
  });

  it.each(['many', '12 constructor', ''])(
    'says why “%s” is no length, and takes nothing',
    async (text) => {
      const { taken, field, user } = lengthField();
      await user.clear(field);
      if (text) await user.type(field, text);
      await user.keyboard('{Enter}');
      expect(screen.getByRole('alert').textContent).not.toBe('');
      expect(taken).toEqual([]);
      await user.keyboard('{Escape}');
      expect((field as HTMLInputElement).value).toBe('48f');
    },
  );

  it('keeps what was typed when it is not taken, so that it can be mended', async () => {
    const { field, user } = lengthField(false);
    await user.clear(field);
    await user.type(field, '9000f{Enter}');
    expect((field as HTMLInputElement).value).toBe('9000f');
  });
});
