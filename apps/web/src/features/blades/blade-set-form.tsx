import { Checkbox, Form, Input, Select } from 'antd';
import { useRef, useState } from 'react';
import {
  type BladeSetDto,
  type Problem,
  TEXT_LIMITS,
  newId,
  problemOf,
  useChangeBladeSetMutation,
  useEnterBladeSetMutation,
} from '../../shared/api/index.ts';
import {
  BOUND_DAY,
  DayField,
  FormDialog,
  ShopField,
  ShopForm,
  isStale,
  useBaseVersion,
} from '../../shared/ui/index.ts';
import { BladeRows } from './blade-rows.tsx';
import { type SetValues, setFields, setValues } from './typed-blade.ts';

interface BladeSetFormProps {
  readonly set: BladeSetDto | null;
  readonly close: () => void;
}

/** A set and its blades. */
export function BladeSetForm({ set, close }: BladeSetFormProps) {
  const [form] = Form.useForm<SetValues>();
  const { base, refused, panel } = useBaseVersion({
    form,
    opened: set,
    fact: 'bladeSet',
    what: 'this set',
    valuesOf: setValues,
    both: bothSets,
  });
  const [initial] = useState(() => setValues(set));
  const id = useRef(newId());
  const [enter] = useEnterBladeSetMutation();
  const [change] = useChangeBladeSetMutation();
  const send = async (values: SetValues): Promise<Problem | null> => {
    const fields = setFields(values);
    const { error } =
      base === null
        ? await enter({ newBladeSetDto: { id: id.current, ...fields } })
        : await change({ id: base.id, changeBladeSetDto: { ...fields, version: base.version } });
    const problem = problemOf(error);
    if (problem === null) close();
    else refused(problem, values);
    return problem;
  };
  return (
    <FormDialog title={set === null ? 'Add a blade set' : `Edit ${set.name}`} width={640} close={close}>
      {(changed) => (
        <ShopForm
          name="set"
          form={form}
          initial={initial}
          send={send}
          submit={set === null ? 'Add' : 'Save'}
          ownProblem={isStale}
          changed={changed}
          below={panel}
        >
          <SetFields />
          <BladeRows fresh={set === null} />
          {set !== null && (
            <Form.Item name="active" valuePropName="checked" noStyle>
              <Checkbox>In use. Otherwise the bench does not offer the set.</Checkbox>
            </Form.Item>
          )}
        </ShopForm>
      )}
    </FormDialog>
  );
}

const SetFields = () => (
  <>
    <ShopField name="name" label="Name: where it is kept, whose it is" needed="Give it a name, such as where it hangs.">
      <Input maxLength={TEXT_LIMITS.NewBladeSetDto.name} />
    </ShopField>
    <div className="source-row">
      <ShopField name="checkedOn" label="Blades checked on" trigger="change">
        <DayField required {...BOUND_DAY} />
      </ShopField>
      <ShopField name="checkDueOn" label="Due again on" trigger="change">
        <DayField {...BOUND_DAY} />
      </ShopField>
      <ShopField name="tolerance" label="Tolerance, ±">
        <Input className="mono" inputMode="decimal" suffix="mm" />
      </ShopField>
    </div>
    <ShopField name="shape" label="Shape">
      <Select
        aria-label="Shape"
        options={[
          { value: 'straight' as const, label: 'straight blades' },
          { value: 'bent' as const, label: 'bent blades' },
          { value: 'narrow' as const, label: 'narrow point' },
        ]}
      />
    </ShopField>
  </>
);

const bothSets = (mine: SetValues, stored: SetValues) => [
  { label: 'Name', mine: mine.name, stored: stored.name },
  { label: 'Checked on', mine: mine.checkedOn, stored: stored.checkedOn },
  { label: 'Due again on', mine: mine.checkDueOn, stored: stored.checkDueOn },
  { label: 'Tolerance', mine: mine.tolerance, stored: stored.tolerance },
  { label: 'Blades', mine: bladesText(mine), stored: bladesText(stored) },
];
const bladesText = ({ blades }: SetValues): string =>
  blades.map(({ printed, unit }) => `${printed} ${unit}`).join(', ');
