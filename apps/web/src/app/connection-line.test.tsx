import { afterEach, expect, it, jest } from '@jest/globals';
import { act, screen } from '@testing-library/react';
import { ConnectionState } from '../shared/live/index.ts';
import { draw } from '../testing/render.tsx';
import { connection } from '../shared/live/connection.ts';
import { ConnectionLine } from './connection-line.tsx';

afterEach(() => {
  jest.useRealTimers();
  act(() => connection.is('open'));
});

it('shows what is unreachable, and nothing once it answers', () => {
  draw(<ConnectionLine />, '/yard');
  expect(screen.queryByRole('status')).toBeNull();
  act(() => connection.is('database-away'));
  expect(screen.getByRole('status').textContent).toMatch(
    /^The shop’s database does not answer\. .* sent by themselves/,
  );
  act(() => connection.is('open'));
  expect(screen.queryByRole('status')).toBeNull();
});

it('does not show a short interruption', () => {
  jest.useFakeTimers();
  const state = new ConnectionState();
  const seen: string[] = [];
  state.subscribe(() => seen.push(state.current()));
  state.cut();
  jest.advanceTimersByTime(3000);
  state.is('open');
  jest.advanceTimersByTime(10_000);
  expect(seen).toEqual([]);
  state.cut();
  state.cut();
  jest.advanceTimersByTime(4000);
  expect(seen).toEqual(['server-away']);
});
