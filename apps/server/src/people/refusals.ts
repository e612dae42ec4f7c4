import type { Refusal } from '../platform/index.ts';

export const noSuchPerson: Refusal = {
  code: 'no-such-person',
  status: 404,
  detail: 'There is no such person.',
  remedy: 'Load the list of people again.',
};

export const initialsTaken = (initials: string): Refusal => ({
  code: 'initials-taken',
  status: 409,
  field: 'initials',
  detail: `The initials ${initials} belong to somebody else.`,
  remedy: 'Add a letter. Upper and lower case count as the same.',
});

export const lastOwner: Refusal = {
  code: 'last-owner',
  status: 422,
  field: 'role',
  detail: 'This is the only active owner who can sign in.',
  remedy: 'Make somebody else an owner first, with a passphrase; a shop without one locks itself out.',
};

export const badPin: Refusal = {
  code: 'bad-pin',
  status: 422,
  field: 'pin',
  detail: 'A PIN is 4 to 8 digits, not all alike and not a plain row.',
  remedy: 'Choose digits that the next bench would not guess first.',
};

export const demoSecrets: Refusal = {
  code: 'demo-secrets',
  status: 422,
  detail: 'In the demo everybody signs in with what the sign-in page shows.',
  remedy: 'Set up a shop of your own to choose passphrases and PINs.',
};
