import type { Refusal } from '../platform/index.ts';
import type { UnitFieldsDto } from './unit.dto.ts';

export const tagTaken = (tag: string): Refusal => ({
  code: 'tag-taken',
  status: 409,
  field: 'tag',
  detail: `The tag ${tag} is taken.`,
  remedy: 'Give this unit another tag; case, dashes and spaces do not tell two tags apart.',
});

export const noTag: Refusal = {
  code: 'no-tag',
  status: 422,
  field: 'tag',
  detail: 'A tag needs a letter or a digit.',
  remedy: 'Write what is on the machine, such as PW-022.',
};

export const noSuchUnit = (tag: string): Refusal => ({
  code: 'no-such-unit',
  status: 404,
  field: 'tag',
  detail: `No unit has the tag ${tag}.`,
  remedy: 'Check the tag, or search for the unit by its serial or family.',
});

export const unknown = (what: 'family' | 'site'): Refusal => ({
  code: `no-such-${what}`,
  status: 422,
  field: `${what}Id`,
  detail: `There is no such ${what}.`,
  remedy: `Choose one from the list, or enter the ${what} first.`,
});

export const siteTaken = (name: string): Refusal => ({
  code: 'site-taken',
  status: 409,
  field: 'name',
  detail: `A site is called ${name} already.`,
  remedy: 'Use that one, or tell the two apart by more than case, dashes and spaces.',
});

export const nothingAsked: Refusal = {
  code: 'nothing-asked',
  status: 422,
  field: 'unitIds',
  detail: 'Nothing to change was given.',
  remedy: 'Choose a site, a state, or both.',
};

export const notOnHire: Refusal = {
  code: 'not-on-hire',
  status: 422,
  field: 'hireUntil',
  detail: 'Only rented units have a day of return.',
  remedy: 'Leave the day empty, or set their use to rented out.',
};

export const noSuchUnits: Refusal = {
  code: 'no-such-unit',
  status: 422,
  field: 'unitIds',
  detail: 'Some of these units are not registered.',
  remedy: 'Load the register again. Nothing was changed.',
};

/** Cross-field contradictions of a unit. */
export function contradiction({ use, hireUntil }: Pick<UnitFieldsDto, 'use' | 'hireUntil'>): Refusal | null {
  if (use === 'on-hire' || hireUntil === null) return null;
  return {
    code: 'not-on-hire',
    status: 422,
    field: 'hireUntil',
    detail: 'Only a rented unit has a day of return.',
    remedy: 'Leave the day empty, or set its use to rented out.',
  };
}
