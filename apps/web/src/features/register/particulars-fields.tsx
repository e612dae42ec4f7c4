import {
  PARTICULAR_NAMES,
  UNIT_PARTICULARS,
  type UnitParticular,
  particularText,
  particularsBy,
} from '@sturdy-shim/words';
import { Input } from 'antd';
import type { UnitParticularsDto } from '../../shared/api/index.ts';
import { Field } from '../../shared/ui/index.ts';

/** The particulars as they are being typed: each a text, a list with one entry a line. */
export type TypedParticulars = Readonly<Record<UnitParticular, string>>;

export const typedParticulars = (stored: UnitParticularsDto | undefined): TypedParticulars =>
  Object.fromEntries(PARTICULAR_NAMES.map((name) => [name, particularText(stored?.[name] ?? '', '\n')])) as Record<
    UnitParticular,
    string
  >;

/** For the wire. */
export const particularsOf = (typed: TypedParticulars): UnitParticularsDto =>
  particularsBy(
    (name) => typed[name],
    (name) =>
      typed[name]
        .split('\n')
        .map((each) => each.trim())
        .filter((each) => each !== ''),
  );

interface ParticularsFieldsProps {
  readonly values: TypedParticulars;
  readonly set: (change: Partial<TypedParticulars>) => void;
  readonly wrong: (name: string) => string | undefined;
}

export const ParticularsFields = ({ values, set, wrong }: ParticularsFieldsProps) => (
  <details className="unit-form-own">
    <summary>What is this machine’s alone</summary>
    {PARTICULAR_NAMES.map((name) => {
      const { kind, ask, max } = UNIT_PARTICULARS[name];
      const typed = {
        value: values[name],
        onChange: ({ target }: { target: { value: string } }) => set({ [name]: target.value }),
      };
      return (
        <Field key={name} id={`unit-${name}`} label={ask} wrong={wrong(`particulars.${name}`)}>
          {kind === 'list' ? <Input.TextArea rows={2} {...typed} /> : <Input maxLength={max} {...typed} />}
        </Field>
      );
    })}
  </details>
);
