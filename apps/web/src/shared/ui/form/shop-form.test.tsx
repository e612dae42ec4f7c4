import { expect, it } from '@jest/globals';
import { act, fireEvent, screen } from '@testing-library/react';
import { Input } from 'antd';
import { draw } from '../../../testing/render.tsx';
import { ShopField } from './shop-field.tsx';
import { ShopForm } from './shop-form.tsx';

it('a page asks before it is left with changes, and not without changes', async () => {
  const { router } = draw(
    <ShopForm name="mail" guarded initial={{ to: 'a' }} submit="Save" send={() => Promise.resolve(null)}>
      <ShopField name="to" label="To">
        <Input />
      </ShopField>
    </ShopForm>,
    '/jobs',
  );
  const type = (value: string): void => void fireEvent.change(screen.getByLabelText('To'), { target: { value } });
  const go = (path: string): Promise<void> => act(() => router.navigate(path));
  await go('/yard');
  type('b');
  await go('/jobs');
  expect([router.state.location.pathname, screen.queryByText('Leave without saving?') !== null]).toEqual([
    '/yard',
    true,
  ]);
  fireEvent.click(screen.getByText('Keep editing'));
  // Restoring the value leaves nothing to save.
  type('a');
  await go('/jobs');
  expect(router.state.location.pathname).toBe('/jobs');
});
