import { expect, it } from '@jest/globals';
import { bladesIn, setFields, setValues } from './typed-blade.ts';

it('reads many blades from one line, with both prints of a blade in the system that fits', () => {
  expect(bladesIn('0.05 0.06; 0.07', 'mm')?.map(({ printed }) => printed)).toEqual(['0.05', '0.06', '0.07']);
  expect(bladesIn('4/0.102', 'thou')).toMatchObject([
    { printed: '4', unit: 'thou', also: { value: 0.102, unit: 'mm' } },
  ]);
  expect(bladesIn('0.10/.004', 'mm')).toMatchObject([{ also: { value: 0.004, unit: 'in' } }]);
  expect(bladesIn('0.10/4', 'mm')).toMatchObject([{ also: { value: 4, unit: 'thou' } }]);
});

it.each(['', '   ', '0.05 thick', '0.05/0.06/0.07', '0', '-1', '1/x'])('takes nothing from %p', (text) => {
  expect(bladesIn(text, 'mm')).toBeNull();
});

it('a set is unchanged after conversion to a DTO and back; an unreadable blade counts as measured', () => {
  const [blade] = bladesIn('0.10', 'mm') ?? [];
  if (blade === undefined) throw new Error('one blade');
  const values = {
    ...setValues(null),
    name: ' Bench ',
    tolerance: '0,005',
    blades: [
      { ...blade, measured: '0.101', use: 'bent' as const },
      { ...blade, printed: '', measured: '0.2', unreadable: true },
    ],
  };
  const fields = setFields(values);
  expect(fields).toMatchObject({
    name: 'Bench',
    checkDueOn: null,
    toleranceMm: 0.005,
    blades: [
      { printed: { value: 0.1, unit: 'mm' }, measuredMm: 0.101, out: true, flaw: 'bent' },
      { printed: { value: 0.2, unit: 'mm' }, measuredMm: 0.2, unreadable: true, out: false },
    ],
  });
  const again = setValues({ ...fields, id: 'x', version: 1, active: true, checkPastDue: false });
  expect(again.blades.map(({ printed, measured, use }) => [printed, measured, use])).toEqual([
    ['0.1', '0.101', 'bent'],
    ['0.2', '0.2', 'sound'],
  ]);
});
