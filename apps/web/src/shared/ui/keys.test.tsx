import { expect, it, jest } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { draw } from '../../testing/render.tsx';
import { useKeys, useListedKeys } from './index.ts';

const outer = jest.fn();
const inner = jest.fn();

function Inner() {
  useKeys([{ key: 'b', what: 'Inner', run: inner }]);
  const list = useListedKeys();
  return (
    <button
      onClick={(event) =>
        (event.currentTarget.textContent = list()
          .map(({ what }) => what)
          .join(', '))
      }
    >
      ?
    </button>
  );
}
function Outer() {
  useKeys([
    { key: 'b', what: 'Outer', run: outer },
    { key: 'Enter', what: 'Go on', run: outer },
  ]);
  return (
    <>
      <Inner />
      <input aria-label="Words" />
      <div role="dialog" tabIndex={-1}>
        over it all
      </div>
    </>
  );
}

it('apply to the screen, not to a focused field, button or dialog', async () => {
  draw(<Outer />);
  const user = userEvent.setup();
  await user.keyboard('b');
  // The outer screen is bound after its children, so its keys take precedence.
  expect([outer.mock.calls.length, inner.mock.calls.length]).toEqual([1, 0]);
  await user.type(screen.getByLabelText('Words'), 'b{Enter}');
  screen.getByRole('dialog').focus();
  await user.keyboard('b');
  await user.keyboard('{Control>}b{/Control}');
  screen.getByRole('button').focus();
  await user.keyboard('{Enter}');
  expect(outer).toHaveBeenCalledTimes(1);
  expect(screen.getByRole('button').textContent).toBe('Outer, Go on, Inner');
});
