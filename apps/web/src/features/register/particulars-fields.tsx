import { recordOf } from '@sturdy-shim/core';
import {
  PARTICULAR_NAMES,
  UNIT_PARTICULARS,
  type UnitParticular,
  particularText,
  particularsBy,
} from '@sturdy-shim/words';
import { Input } from 'antd';
import type { UnitParticularsDto } from '../../shared/api/index.ts';
import { ShopField } from '../../shared/ui/index.ts';

/** Form values of the particulars: texts, with one entry per line for a list. */
export type TypedParticulars = Readonly<Record<UnitParticular, string>>;

export const typedParticulars = (stored: UnitParticularsDto | undefined): TypedParticulars =>
  recordOf(PARTICULAR_NAMES, (name) => particularText(stored?.[name] ?? '', '\n'));

/** The particulars as a DTO. */
export const particularsOf = (typed: TypedParticulars): UnitParticularsDto =>
  particularsBy(
    (name) => typed[name],
    (name) =>
      typed[name]
        .split('\n')
        .map((each) => each.trim())
        .filter((each) => each !== ''),
  );

/** Fields of this machine's particulars, from the table of particulars. */
export const ParticularsFields = () => (
  <details className="unit-form-own">
    <summary>What is this machine’s alone</summary>
    {PARTICULAR_NAMES.map((name) => {
      const { kind, ask, max } = UNIT_PARTICULARS[name];
      return (
        <ShopField key={name} name={['particulars', name]} label={ask}>
          {kind === 'list' ? <Input.TextArea rows={2} /> : <Input maxLength={max} />}
        </ShopField>
      );
    })}
  </details>
);
