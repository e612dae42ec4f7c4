import { Alert, Button, Form, Select } from 'antd';
import { useFamiliesOfStampingQuery, useListFamiliesQuery } from '../../shared/api/index.ts';
import { ShopField } from '../../shared/ui/index.ts';
import type { UnitValues } from './unit-values.ts';

/** The families whose pattern matches the typed stamping. */
function useFitting(): readonly string[] {
  const stamping = (Form.useWatch('stamping', Form.useFormInstance<UnitValues>()) ?? '').trim();
  const { currentData: fitting = [] } = useFamiliesOfStampingQuery({ stamping }, { skip: stamping.length < 2 });
  return fitting;
}

/** The family of its engine. The engine's own stamping suggests it. */
export function FamilyChoice() {
  const form = Form.useFormInstance<UnitValues>();
  const chosen = Form.useWatch('familyId', form) ?? null;
  const { data: families = [] } = useListFamiliesQuery();
  const fitting = useFitting();
  return (
    <div>
      <ShopField name="familyId" label="Engine family" needed="Choose the family of its engine.">
        <Select
          aria-label="Engine family"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="Choose"
          options={families.map(({ id: value, code, layout }) => ({ value, label: `${code} · ${layout}` }))}
        />
      </ShopField>
      {fitting.length > 0 && chosen === null && (
        <p>
          The stamping looks like{' '}
          {fitting.map((code) => (
            <Button
              key={code}
              size="small"
              onClick={() => form.setFieldValue('familyId', families.find((each) => each.code === code)?.id ?? null)}
            >
              {code}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}

/** One machine can be sold with two engines, so a warning is shown if the stamping matches another family. */
export function OtherFamily() {
  const chosenId = Form.useWatch('familyId', Form.useFormInstance<UnitValues>());
  const { data: families = [] } = useListFamiliesQuery();
  const fitting = useFitting();
  const chosen = families.find(({ id }) => id === chosenId);
  if (chosen === undefined || fitting.length === 0 || fitting.includes(chosen.code)) return null;
  return (
    <Alert
      type="warning"
      title={`The stamping looks like ${fitting.join(' or ')}, not ${chosen.code}.`}
      description="One machine can be sold with two engines. The engine’s own plate decides, not the badge. Check it again."
    />
  );
}
