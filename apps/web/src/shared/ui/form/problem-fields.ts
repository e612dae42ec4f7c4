import type { FormInstance } from 'antd';
import type { Problem } from '../../api/index.ts';

export type FieldPath = (string | number)[];

/** `blades.1.printed.value` as a path of the form. */
export const pathOf = (field: string): FieldPath =>
  field.split('.').map((part) => (/^\d+$/.test(part) ? Number(part) : part));

const keyOf = (path: FieldPath): string => path.join('.');

/**
 * Places what the server says of each field at that field of the form, or at the nearest field around it, and focuses
 * the first. @returns the problem, unless every part of it has its place now
 */
export function placeProblem(form: FormInstance, problem: Problem, registered: readonly FieldPath[]): Problem | null {
  const known = new Set(registered.map(keyOf));
  const errors = new Map<string, string[]>();
  let homeless = Object.keys(problem.fields).length === 0;
  for (const [field, words] of Object.entries(problem.fields)) {
    const home = homeOf(pathOf(field), known);
    if (home === null) homeless = true;
    else errors.set(keyOf(home), [...(errors.get(keyOf(home)) ?? []), words]);
  }
  const placed = registered.filter((path) => errors.has(keyOf(path)));
  form.setFields(placed.map((name) => ({ name, errors: errors.get(keyOf(name)) ?? [] })));
  const [first] = placed;
  if (first !== undefined) form.scrollToField(first, { focus: true, block: 'center' });
  return homeless ? problem : null;
}

/** The field itself, or the nearest around it that the form has. */
function homeOf(path: FieldPath, known: ReadonlySet<string>): FieldPath | null {
  for (let length = path.length; length > 0; length -= 1)
    if (known.has(keyOf(path.slice(0, length)))) return path.slice(0, length);
  return null;
}
