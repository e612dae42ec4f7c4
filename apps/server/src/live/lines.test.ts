import { expect, it } from '@jest/globals';
import { EventEmitter } from 'node:events';
import type { Response } from 'express';
import { Lines } from './lines.ts';

/** A response that stays open until the test closes it. */
const line = () => new EventEmitter() as unknown as Response;

it('limits the streams of a session and of a node, and closes the oldest first', () => {
  const lines = new Lines({ aHolder: 2, aNode: 3 });
  const closed: Response[] = [];
  const open = (holder: string): Response => {
    const response = line();
    lines.add({ holder, response }, (old) => closed.push(old));
    return response;
  };
  const [first, second, third] = [open('a'), open('a'), open('a')];
  expect(closed).toEqual([first]);
  open('b');
  expect(lines.size).toBe(3);
  open('c');
  expect(closed).toEqual([first, second]);
  third.emit('close');
  expect(lines.size).toBe(2);
  expect(lines.of(new Set(['b', 'c']))).toEqual(lines.all());
});
