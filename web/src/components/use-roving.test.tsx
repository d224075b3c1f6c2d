// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it } from 'vitest';
import { useRoving } from './use-roving.ts';

afterEach(cleanup);

function Rows({ count }: { count: number }) {
  const roving = useRoving(count);
  return (
    <>
      <button>Before</button>
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions -- as a table has it */}
      <div onKeyDown={roving.onKeyDown}>
        {Array.from({ length: count }, (_, i) => (
          <button key={i} {...roving.stop(i)}>
            Row {i}
          </button>
        ))}
      </div>
      <button>After</button>
    </>
  );
}

const focused = () => document.activeElement?.textContent;

it('is one stop of Tab, with arrows from row to row and keys to both ends', async () => {
  const user = userEvent.setup();
  render(<Rows count={40} />);
  screen.getByText('Before').focus();
  await user.tab();
  expect(focused()).toBe('Row 0');
  await user.keyboard('{ArrowDown}{ArrowDown}');
  expect(focused()).toBe('Row 2');
  await user.keyboard('{PageDown}{ArrowUp}');
  expect(focused()).toBe('Row 11');
  await user.keyboard('{End}{ArrowDown}');
  expect(focused()).toBe('Row 39');
  await user.tab();
  expect(focused()).toBe('After');
  // Tab comes back to the row that was left.
  await user.tab({ shift: true });
  expect(focused()).toBe('Row 39');
  await user.keyboard('{Home}');
  expect(focused()).toBe('Row 0');
});

it('stays in a list that has become shorter', async () => {
  const user = userEvent.setup();
  const { rerender } = render(<Rows count={9} />);
  screen.getByText('Row 8').focus();
  rerender(<Rows count={3} />);
  screen.getByText('Before').focus();
  await user.tab();
  expect(focused()).toBe('Row 2');
});
