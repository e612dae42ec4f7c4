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
import { BOUND_DAY, DayField, FormDialog, ShopField, ShopForm, StalePanel } from '../../shared/ui/index.ts';
import { BladeRows } from './blade-rows.tsx';
import { type SetValues, setFields, setValues } from './typed-blade.ts';

interface BladeSetFormProps {
  readonly set: BladeSetDto | null;
  readonly close: () => void;
}

/** A set and its blades. */
export function BladeSetForm({ set, close }: BladeSetFormProps) {
  const [form] = Form.useForm<SetValues>();
  /** What a change is based on: the version that was opened, or the stored one after a person has chosen. */
  const [base, setBase] = useState(set);
  const [stale, setStale] = useState<{ readonly mine: SetValues; readonly stored: BladeSetDto } | null>(null);
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
    else if (problem.code === 'stale-version')
      setStale({ mine: values, stored: problem.facts.bladeSet as BladeSetDto });
    return problem;
  };
  const choose = (stored: BladeSetDto): void => {
    setBase(stored);
    setStale(null);
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
          ownProblem={({ code }) => code === 'stale-version'}
          changed={changed}
          below={
            stale !== null && (
              <StalePanel
                what="this set"
                fields={bothSets(stale.mine, setValues(stale.stored))}
                keepMine={() => choose(stale.stored)}
                takeStored={() => {
                  choose(stale.stored);
                  form.setFieldsValue(setValues(stale.stored));
                }}
              />
            )
          }
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
