import { Button, Form, Input, Select } from 'antd';
import { useState } from 'react';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { COMMON_SETS } from './common-sets.ts';
import { type BladeUnit, type TypedBlade, bladesIn } from './typed-blade.ts';

interface AddBladesProps {
  /** The list is empty and the set is new, so common sets are offered as a start. */
  readonly fresh: boolean;
  readonly add: (blades: readonly TypedBlade[]) => void;
}

/** Many blades at once: a common set, or a line such as `0.05 0.06 0.07`. */
export const AddBlades = ({ fresh, add }: AddBladesProps) => (
  <>
    {fresh && (
      <Form.Item label="Start from a common set" htmlFor="set-common" className="shop-field">
        <Select
          id="set-common"
          placeholder="Choose the one most like yours"
          value={null}
          onChange={(name: string) => {
            const common = COMMON_SETS.find((each) => each.name === name);
            const { blades = [], unit = 'mm' } = common ?? {};
            add(blades.map((printed) => ({ printed, unit, measured: '', use: 'sound', confirmed: false })));
          }}
          options={COMMON_SETS.map(({ name }) => ({ value: name, label: name }))}
        />
      </Form.Item>
    )}
    <AddLine add={add} />
  </>
);

function AddLine({ add }: Pick<AddBladesProps, 'add'>) {
  const [text, setText] = useState('');
  const [unit, setUnit] = useState<BladeUnit>(useShopUnit());
  const blades = bladesIn(text, unit);
  const takeIn = (): void => {
    if (blades === null) return;
    add(blades);
    setText('');
  };
  return (
    <Form.Item
      label="Blades to add, as printed (both prints of one blade: 4/0.102)"
      htmlFor="set-many"
      className="shop-field"
    >
      <div className="rule-row">
        <Input
          id="set-many"
          className="mono"
          placeholder="0.05 0.06 0.07"
          value={text}
          status={text !== '' && blades === null ? 'error' : ''}
          onChange={({ target }) => setText(target.value)}
          onPressEnter={(event) => {
            event.preventDefault();
            takeIn();
          }}
        />
        <Select
          aria-label="Unit of the blades"
          value={unit}
          onChange={setUnit}
          options={(['mm', 'thou', 'in'] as const).map((value) => ({ value, label: value }))}
        />
        <Button disabled={blades === null} onClick={takeIn}>
          Add them
        </Button>
      </div>
    </Form.Item>
  );
}
