import { Select } from 'antd';

interface Props {
  readonly id: string;
  readonly value: string;
  readonly onChange: (zone: string) => void;
  readonly describedBy?: string;
}

/** Zones by their names; one that this browser does not list is still shown when it is the one that is set. */
export function ZoneSelect({ id, value, onChange, describedBy }: Props) {
  const zones = new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', value]);
  return (
    <Select
      id={id}
      size="large"
      showSearch={{ optionFilterProp: 'label' }}
      aria-describedby={describedBy}
      value={value}
      onChange={onChange}
      options={[...zones].sort().map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))}
    />
  );
}
