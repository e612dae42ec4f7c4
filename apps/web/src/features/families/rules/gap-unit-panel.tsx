import { Segmented } from 'antd';
import { problemOf, useChangeGapUnitMutation } from '../../../shared/api/index.ts';
import { useMay, useMe } from '../../../shared/me/index.ts';
import { ProblemNote } from '../../../shared/ui/index.ts';

/** In which unit gaps are read where nobody chose one on the device. */
export function GapUnitPanel() {
  const { gapUnit } = useMe();
  const may = useMay('changeGapUnit');
  const [change, { error }] = useChangeGapUnitMutation();
  return (
    <section className="zone-panel" aria-labelledby="gap-unit-title">
      <h2 id="gap-unit-title">Unit for gaps</h2>
      <p className="muted">
        New devices and new forms start with it. A device on which somebody chose a unit keeps that one.
      </p>
      {may ? (
        <Segmented
          aria-label="Unit for gaps of the shop"
          options={['mm', 'thou']}
          value={gapUnit}
          onChange={(chosen) => void change({ changeGapUnitDto: { gapUnit: chosen === 'thou' ? 'thou' : 'mm' } })}
        />
      ) : (
        <p>{gapUnit}</p>
      )}
      <ProblemNote problem={problemOf(error)} />
    </section>
  );
}
