import type { Refusal } from '../platform/index.ts';
import { type PersonDto, personDto } from './person.dto.ts';
import type { PersonEntity } from './person.entity.ts';

export const noSuchPerson: Refusal = {
  code: 'no-such-person',
  status: 404,
  detail: 'There is no such person.',
  mend: 'Load the list of people again.',
};

export const markTaken = (mark: string): Refusal => ({
  code: 'mark-taken',
  status: 409,
  field: 'mark',
  detail: `The mark ${mark} belongs to somebody else.`,
  mend: 'Add a letter; case does not tell two marks apart.',
});

export const idTaken: Refusal = {
  code: 'id-taken',
  status: 409,
  field: 'id',
  detail: 'Somebody else was already added under this id.',
  mend: 'Give every person an id of their own.',
};

export const stalePerson = (person: PersonEntity, yours: number): Refusal => ({
  code: 'stale-version',
  status: 409,
  field: 'version',
  detail: `Somebody changed ${person.name} meanwhile: the stored version is ${person.version}, yours was made on ${yours}.`,
  mend: 'Look at both and keep one; nothing has been overwritten.',
  facts: { yours, current: person.version, person: personDto(person) satisfies PersonDto },
});

export const lastOwner: Refusal = {
  code: 'last-owner',
  status: 422,
  field: 'role',
  detail: 'This is the only active owner who can sign in.',
  mend: 'Make somebody else an owner first, with a passphrase; a shop without one locks itself out.',
};

export const badPin: Refusal = {
  code: 'bad-pin',
  status: 422,
  field: 'pin',
  detail: 'A PIN is 4 to 8 digits, not all alike and not a plain row.',
  mend: 'Choose digits that nobody at the next bench would guess first.',
};

export const demoSecrets: Refusal = {
  code: 'demo-secrets',
  status: 422,
  detail: 'In the demo everybody signs in with what the sign-in page shows.',
  mend: 'Set up a shop of your own to choose passphrases and PINs.',
};
