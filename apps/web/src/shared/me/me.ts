import { type MeDto, type client, useMeQuery } from '../api/index.ts';

/** An operation of the contract, by its name. */
export type Operation = keyof (typeof client)['endpoints'];

/** Who works here. Only for what stands behind the door: there somebody is signed in. */
export function useMe(): MeDto {
  const { data } = useMeQuery();
  if (data === undefined) throw new Error('nobody is signed in here');
  return data;
}

/** Whether the person who works here may do this: what would be refused is not offered. */
export const useMay = (operation: Operation): boolean => useMe().may.includes(operation);
