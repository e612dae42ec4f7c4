import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { Button, Input, InputNumber, Select } from 'antd';
import type { FamilyDto } from '../../shared/api/index.ts';

type Torque = FamilyDto['sheet']['torques'][number];
const UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const;

/** Torques in the unit in which the source prints them. */
export function TorqueFields({
  torques,
  change,
}: {
  readonly torques: readonly Torque[];
  readonly change: (torques: Torque[]) => void;
}) {
  const set = (at: number, next: Partial<Torque>): void =>
    change(torques.map((each, index) => (index === at ? { ...each, ...next } : each)));
  return (
    <fieldset className="torque-fields">
      <legend>Torques</legend>
      {torques.map(({ what, value, unit }, index) => (
        <div key={index} className="torque-row">
          <Input
            aria-label={`Torque ${index + 1}: what`}
            placeholder="Lock screw"
            maxLength={TEXT_LIMITS.PublishedTorqueDto.what}
            value={what}
            onChange={({ target }) => set(index, { what: target.value })}
          />
          <InputNumber
            aria-label={`Torque ${index + 1}: value`}
            min={0.1}
            max={1000}
            value={value}
            onChange={(next) => set(index, { value: next ?? 1 })}
          />
          <Select
            aria-label={`Torque ${index + 1}: unit`}
            value={unit}
            onChange={(next: Torque['unit']) => set(index, { unit: next })}
            options={UNITS.map((each) => ({ value: each, label: each }))}
          />
          <Button
            aria-label={`Leave torque ${index + 1} out`}
            onClick={() => change(torques.filter((_, place) => place !== index))}
          >
            Leave out
          </Button>
        </div>
      ))}
      <Button onClick={() => change([...torques, { what: '', value: 10, unit: 'N·m' }])}>Add a torque</Button>
    </fieldset>
  );
}
