import { type MeDto, type client, useMeQuery } from '../api/index.ts';

/** An operation of the contract, by its name. */
export type Operation = keyof (typeof client)['endpoints'];

/** The signed-in person. Only for components inside the session gate. */
export function useMe(): MeDto {
  const { data } = useMeQuery();
  if (data === undefined) throw new Error('nobody is signed in here');
  return data;
}

/** Whether the signed-in person may use an operation: forbidden ones are not offered. */
export const useMay = (operation: Operation): boolean => useMe().may.includes(operation);
