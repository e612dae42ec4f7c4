import { Button, Form, Input, InputNumber, Select } from 'antd';
import { TEXT_LIMITS } from '../../shared/api/index.ts';
import { ShopField } from '../../shared/ui/index.ts';

const UNITS = ['N·m', 'lbf·ft', 'lbf·in'] as const;

/** Torques in the unit in which the source prints them. */
export const TorqueFields = () => (
  <fieldset className="torque-fields">
    <legend>Torques</legend>
    <Form.List name="torques">
      {(rows, { add, remove }) => (
        <>
          {rows.map(({ key, name }, index) => (
            <div key={key} className="torque-row">
              <ShopField name={[name, 'what']}>
                <Input
                  aria-label={`Torque ${index + 1}: what`}
                  placeholder="Lock screw"
                  maxLength={TEXT_LIMITS.PublishedTorqueDto.what}
                />
              </ShopField>
              <ShopField name={[name, 'value']} normalize={(typed: number | null) => typed ?? 1}>
                <InputNumber aria-label={`Torque ${index + 1}: value`} min={0.1} max={1000} />
              </ShopField>
              <ShopField name={[name, 'unit']}>
                <Select
                  aria-label={`Torque ${index + 1}: unit`}
                  options={UNITS.map((each) => ({ value: each, label: each }))}
                />
              </ShopField>
              <Button aria-label={`Leave torque ${index + 1} out`} onClick={() => remove(name)}>
                Leave out
              </Button>
            </div>
          ))}
          <Button onClick={() => add({ what: '', value: 10, unit: 'N·m' })}>Add a torque</Button>
        </>
      )}
    </Form.List>
  </fieldset>
);
