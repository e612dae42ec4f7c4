import type { TemperatureUnit } from '@sturdy-shim/core';
import { Select } from 'antd';

interface DegreesSwitchProps {
  readonly value: TemperatureUnit;
  readonly onChange: (unit: TemperatureUnit) => void;
}

/** The unit beside a temperature, chosen where it is typed. */
export const DegreesSwitch = ({ value, onChange }: DegreesSwitchProps) => (
  <Select
    aria-label="Unit of temperature"
    value={value}
    onChange={onChange}
    options={(['°C', '°F'] as const).map((unit) => ({ value: unit, label: unit }))}
  />
);
