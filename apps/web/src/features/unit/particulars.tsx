import { PARTICULAR_NAMES, UNIT_PARTICULARS, particularText } from '@sturdy-shim/words';
import type { UnitParticularsDto } from '../../shared/api/index.ts';

/** The particulars of this machine; the bench shows each at its step. */
export function Particulars({ particulars }: { readonly particulars: UnitParticularsDto }) {
  const held = PARTICULAR_NAMES.filter((name) => particulars[name].length > 0);
  if (held.length === 0) return null;
  return (
    <dl className="unit-particulars dense">
      {held.map((name) => (
        <div key={name}>
          <dt>{UNIT_PARTICULARS[name].label}</dt>
          <dd>{particularText(particulars[name], ', ')}</dd>
        </div>
      ))}
    </dl>
  );
}
