import { Select, type SelectProps } from 'antd';

interface Props extends Pick<SelectProps, 'id' | 'status' | 'aria-describedby'> {
  readonly value: string;
  readonly onChange: (zone: string) => void;
}

/** Time zones by name; the selected one is also shown if this browser does not list it. */
export function ZoneSelect({ value, ...props }: Props) {
  const zones = new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', value]);
  return (
    <Select
      {...props}
      size="large"
      showSearch={{ optionFilterProp: 'label' }}
      value={value}
      options={[...zones].sort().map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))}
    />
  );
}
