import { Segmented } from 'antd';
import { problemOf, useChangeGapUnitMutation } from '../../../shared/api/index.ts';
import { useMay, useMe } from '../../../shared/me/index.ts';
import { ProblemNote } from '../../../shared/ui/index.ts';

/** The gap unit of devices without their own choice. */
export function GapUnitPanel() {
  const { gapUnit } = useMe();
  const may = useMay('changeGapUnit');
  const [change, { error }] = useChangeGapUnitMutation();
  return (
    <section className="zone-panel" aria-labelledby="gap-unit-title">
      <h2 id="gap-unit-title">Unit for gaps</h2>
      <p className="muted">New devices and new forms start with it. A device with a choice of its own keeps it.</p>
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
