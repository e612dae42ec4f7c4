import { keysOf, plainText } from '@sturdy-shim/core';
import { Button, Checkbox, Form, Input, Select } from 'antd';
import { AddBlades } from './add-blades.tsx';
import { BLADE_USES, type SetValues, type TypedBlade, UNREADABLE } from './typed-blade.ts';

const USE_OPTIONS = keysOf(BLADE_USES).map((value) => ({
  value,
  label: BLADE_USES[value].words,
}));

/** The blades of a set, one row each, and controls to add more. @param fresh the set is new */
export const BladeRows = ({ fresh }: { readonly fresh: boolean }) => (
  <Form.List
    name="blades"
    rules={[
      {
        validator: (_, blades: SetValues['blades'] | undefined) =>
          (blades ?? []).length > 0
            ? Promise.resolve()
            : Promise.reject(new Error('Add the blades of the set, as they are printed.')),
      },
      {
        validator: (_, blades: SetValues['blades'] | undefined) => {
          const left = (blades ?? []).filter(({ confirmed }) => !confirmed).length;
          return left === 0
            ? Promise.resolve()
            : Promise.reject(new Error(`Tick each blade you really have, delete the others: ${left} left.`));
        },
      },
    ]}
  >
    {(rows, { add, remove }, { errors }) => (
      <>
        <AddBlades fresh={fresh && rows.length === 0} add={(blades) => blades.forEach((blade) => add(blade))} />
        <div className="blade-rows">
          {rows.map(({ key, name }) => (
            <BladeRow key={key} place={name} remove={() => remove(name)} />
          ))}
        </div>
        <p>
          <Button onClick={() => add(UNREADABLE)}>Add a blade that cannot be read</Button>{' '}
          <span className="muted">Lay it under a micrometer: it counts as measured.</span>
        </p>
        <Form.ErrorList errors={errors} />
      </>
    )}
  </Form.List>
);

function BladeRow({ place, remove }: { readonly place: number; readonly remove: () => void }) {
  const form = Form.useFormInstance<SetValues>();
  const blade = Form.useWatch<TypedBlade | undefined>(['blades', place], { form, preserve: true });
  if (blade === undefined) return null;
  const { printed, unit, also, unreadable = false, confirmed } = blade;
  return (
    <div className="blade-row">
      <Print print={`${printed} ${unit}${also === undefined ? '' : ` / ${plainText(also)}`}`} unreadable={unreadable}>
        {!confirmed && (
          <Checkbox checked={false} onChange={() => form.setFieldValue(['blades', place, 'confirmed'], true)}>
            <span className="mono">
              {printed} {unit}
            </span>{' '}
            is in my set
          </Checkbox>
        )}
      </Print>
      <span className="muted">measured</span>
      <Form.Item
        name={[place, 'measured']}
        className="blade-measured"
        rules={unreadable ? [{ required: true, whitespace: true, message: 'Measure it: its print says nothing.' }] : []}
      >
        <Input
          aria-label={unreadable ? 'Unreadable blade: measured' : `Blade ${printed}: measured`}
          className="mono"
          suffix="mm"
          inputMode="decimal"
        />
      </Form.Item>
      <Form.Item name={[place, 'use']} noStyle>
        <Select
          size="small"
          className="blade-use"
          aria-label={`Blade ${printed}: in use or not`}
          options={USE_OPTIONS}
        />
      </Form.Item>
      <Button size="small" aria-label={`Delete blade ${printed} from the list`} onClick={remove}>
        Delete
      </Button>
    </div>
  );
}

interface PrintProps {
  readonly print: string;
  readonly unreadable: boolean;
  /** Shown instead of the print until the blade is confirmed. */
  readonly children: React.ReactNode;
}
const Print = ({ print, unreadable, children }: PrintProps) =>
  unreadable ? <span>unreadable</span> : children || <span className="mono">{print}</span>;
