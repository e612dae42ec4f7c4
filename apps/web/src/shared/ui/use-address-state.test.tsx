import { expect, it } from '@jest/globals';
import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { draw } from '../../testing/render.tsx';
import { choiceInAddress, choiceOr, numberInAddress, textInAddress, useAddressState } from './index.ts';

const SCHEMA = {
  axis: choiceOr(['hours', 'days'], 'hours'),
  site: textInAddress,
  state: choiceInAddress(['overdue', 'ok']),
  before: numberInAddress,
};

function Filters({ history }: { readonly history: 'push' | 'replace' }) {
  const [state, change] = useAddressState(SCHEMA, { history });
  return (
    <>
      <output>{JSON.stringify(state)}</output>
      <button onClick={() => change({ site: 'Yard' })}>Yard</button>
      <button onClick={() => change({ site: 'Mill', state: 'ok' })}>Mill</button>
      <button
        onClick={() => {
          change({ site: 'First' });
          change({ axis: 'days' });
        }}
      >
        Both
      </button>
      <button onClick={() => change({ site: undefined, axis: 'hours' })}>None</button>
    </>
  );
}

const shown = (): unknown => JSON.parse(screen.getByRole('status').textContent ?? '');
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

it('reads the address, and ignores values that are not choices', () => {
  draw(<Filters history="push" />, '/yard?axis=weeks&site=North+walks&state=broken&before=12x');
  expect(shown()).toEqual({ axis: 'hours', site: 'North walks' });
});

it('changes immediately, writes non-default values, and keeps other parameters', async () => {
  const { router } = draw(<Filters history="replace" />, '/yard?calculate=turn');
  await press('Both');
  expect(shown()).toEqual({ axis: 'days', site: 'First' });
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  expect(router.state.location.search).toBe('?calculate=turn&axis=days&site=First');
  await press('None');
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  expect(router.state.location.search).toBe('?calculate=turn');
});

it('applies a change from a render that is older than the address', async () => {
  const drawn: (() => void)[] = [];
  function Filter() {
    const [state, change] = useAddressState(SCHEMA, { history: 'push' });
    if (state.site === 'Yard') drawn.push(() => change({ site: undefined }));
    return <button onClick={() => change({ site: 'Yard' })}>Yard</button>;
  }
  const { router } = draw(<Filter />, '/yard');
  await press('Yard');
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  expect(router.state.location.search).toBe('?site=Yard');
  act(() => drawn[0]?.());
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  expect(router.state.location.search).toBe('');
});

it('follows back and forward', async () => {
  const { router } = draw(<Filters history="push" />, '/yard');
  await press('Yard');
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  await press('Mill');
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  await act(() => router.navigate(-1));
  expect(shown()).toMatchObject({ site: 'Yard' });
  await act(() => router.navigate(-1));
  expect(shown()).toEqual({ axis: 'hours' });
  await act(() => router.navigate(2));
  expect(shown()).toMatchObject({ site: 'Mill', state: 'ok' });
});
