import { fieldOf } from '@sturdy-shim/core';
import type { FormInstance } from 'antd';
import type { Problem } from '../../api/index.ts';

export type FieldPath = (string | number)[];

/** `blades.1.printed.value` as a path of the form. */
export const pathOf = (field: string): FieldPath =>
  field.split('.').map((part) => (/^\d+$/.test(part) ? Number(part) : part));

/** Errors of unreadable values by field, refused before sending. */
export const unreadable = (fields: Readonly<Record<string, string>>): Problem => ({
  status: 422,
  code: 'unreadable',
  what: 'Some fields cannot be read.',
  remedy: 'Correct the fields that are marked.',
  fields,
  facts: {},
});

/** Renames the fields of a problem from DTO names to form names. */
export const renamed = (problem: Problem | null, name: (field: string) => string): Problem | null =>
  problem && {
    ...problem,
    fields: Object.fromEntries(Object.entries(problem.fields).map(([field, words]) => [name(field), words])),
  };

const keyOf = (path: FieldPath): string => path.join('.');

/**
 * Shows the server's field errors at the form's fields, or at the nearest ones, and focuses the first. @returns the
 * problem, unless all of it is shown at fields
 */
export function placeProblem(
  form: FormInstance,
  problem: Problem,
  registered: readonly FieldPath[],
  idOf: (path: FieldPath) => string,
): Problem | null {
  const errors = new Map<string, string[]>();
  let homeless = Object.keys(problem.fields).length === 0;
  for (const [field, words] of Object.entries(problem.fields)) {
    const home = homeOf(pathOf(field), registered);
    if (home === null) homeless = true;
    else errors.set(keyOf(home), [...(errors.get(keyOf(home)) ?? []), words]);
  }
  const placed = registered.filter((path) => errors.has(keyOf(path)));
  form.setFields(placed.map((name) => ({ name, errors: errors.get(keyOf(name)) ?? [] })));
  const [first] = placed;
  for (const path of placed) unfold(document.getElementById(idOf(path)));
  if (first !== undefined) form.scrollToField(first, { focus: true, block: 'center' });
  return homeless ? problem : null;
}

/** A collapsed section is opened before its field is focused. */
function unfold(field: Element | null): void {
  const folded = field?.closest('details:not([open])');
  if (folded instanceof HTMLDetailsElement) {
    folded.open = true;
    unfold(folded.parentElement);
  }
}

/**
 * Removes the errors of changed fields, or all of them: a field without rules would keep the server's error about an
 * earlier value.
 */
export function clearErrors(form: FormInstance, change?: object): void {
  const wrong = form
    .getFieldsError()
    .filter(({ name, errors }) => errors.length > 0 && (!change || isIn(change, name)));
  form.setFields(wrong.map(({ name }) => ({ name, errors: [] })));
}

const isIn = (change: object, path: FieldPath): boolean => {
  let at: unknown = change;
  for (const part of path) {
    if (typeof at !== 'object' || at === null || !Object.hasOwn(at, part)) return false;
    at = fieldOf(at, String(part));
  }
  return true;
};

/** The field itself, the first one inside it (for a list row), or the nearest enclosing field of the form. */
function homeOf(path: FieldPath, registered: readonly FieldPath[]): FieldPath | null {
  const key = keyOf(path);
  const inside = registered.find((each) => keyOf(each) === key || keyOf(each).startsWith(`${key}.`));
  if (inside !== undefined) return inside;
  return path.length > 1 ? homeOf(path.slice(0, -1), registered) : null;
}
