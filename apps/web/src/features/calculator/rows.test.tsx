import { expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { draw } from '../../testing/render.tsx';
import { readTriesText } from './figures.ts';
import { ShimRows, TryRows } from './rows.tsx';

function Held({ Rows, start }: { readonly Rows: typeof TryRows; readonly start: string }) {
  const [text, change] = useState(start);
  return (
    <>
      <Rows text={text} change={change} problem={undefined} />
      <output>{text}</output>
    </>
  );
}
const text = () => screen.getByRole('status').textContent;

it('tries are rows of a blade and how it felt, and a list may be pasted into any of them', async () => {
  draw(<Held Rows={TryRows} start="0.13f 0.15d" />);
  const user = userEvent.setup();
  await user.click(screen.getAllByText('Won’t')[1] ?? document.body);
  expect(text()).toBe('0.13f 0.15w');
  await user.clear(screen.getByLabelText('Try 1: blade'));
  await user.type(screen.getByLabelText('Try 1: blade'), '0.05+0.08');
  expect(text()).toBe('0.05+0.08f 0.15w');
  await user.click(screen.getByRole('button', { name: 'Add a try' }));
  expect(readTriesText(text() ?? '', 'mm')).toMatchObject({ value: [{}, {}, { feel: 'drags' }] });
  await user.click(screen.getByRole('button', { name: 'Delete try 2' }));
  await user.clear(screen.getByLabelText('Try 1: blade'));
  await user.paste('0.2f 0.23w');
  expect(text()).toBe('0.2f 0.23w');
  expect(screen.getAllByLabelText(/: blade$/)).toHaveLength(2);
});

it('valves are rows of a name, a gap and a shim', async () => {
  draw(<Held Rows={ShimRows} start="1I 0.20 2.50; 1E 0.14 2.40" />);
  const user = userEvent.setup();
  await user.clear(screen.getByLabelText('Gap 2'));
  expect(text()).toBe('1I 0.20 2.50; 1E – 2.40');
  await user.click(screen.getByRole('button', { name: 'Add a valve' }));
  await user.click(screen.getByRole('button', { name: 'Delete valve 1' }));
  expect(screen.getByLabelText('Valve 2')).toHaveProperty('value', '3');
});
