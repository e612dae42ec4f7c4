import { expect, it } from '@jest/globals';
import { isColumn, readPasted } from './pasted.ts';

const TAGS = ['PW-1', 'PW-2', 'GN-3'];

it('fills the fields from the one it was pasted into, and reports the remaining lines', () => {
  const { byTag, left } = readPasted('950,1\r\n12.5\n\n7', TAGS, 'PW-2');
  expect([...byTag]).toEqual([
    ['PW-2', '950,1'],
    ['GN-3', '12.5'],
  ]);
  expect(left).toEqual(['7']);
});

it('two columns are matched by tags in any spelling', () => {
  const { byTag, left } = readPasted('gn 3\t12.5\npw1;950.1\nXX-9\t4', TAGS, 'PW-1');
  expect([...byTag]).toEqual([
    ['GN-3', '12.5'],
    ['PW-1', '950.1'],
  ]);
  expect(left).toEqual(['XX-9 4']);
});

it('one figure is no column', () => {
  expect([isColumn('950.1'), isColumn(' 950.1\n'), isColumn('950.1\n12')]).toEqual([false, false, true]);
});
