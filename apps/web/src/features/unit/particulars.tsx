import type { UnitParticularsDto } from '../../shared/api/index.ts';

/** What is this machine's alone; the bench shows each at the step where it matters. */
export function Particulars({ particulars }: { readonly particulars: UnitParticularsDto }) {
  const { paintMark, markWrong, obstacle, access, parts } = particulars;
  const lines = [
    ['Painted mark', paintMark],
    ['Its mark is wrong', markWrong],
    ['In the way', obstacle],
    ['Access', access],
    ['Own parts', parts.join(', ')],
  ].filter(([, words]) => words !== '');
  if (lines.length === 0) return null;
  return (
    <dl className="unit-particulars dense">
      {lines.map(([label, words]) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
  );
}
