import { Form } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  type Problem,
  type UnitDto,
  newId,
  problemOf,
  useAddSiteMutation,
  useChangeUnitMutation,
  useEnterUnitMutation,
} from '../../shared/api/index.ts';
import { FormDialog, ShopForm, isStale, useBaseVersion } from '../../shared/ui/index.ts';
import { OtherFamily } from './family-choice.tsx';
import { UnitFields } from './unit-fields.tsx';
import { type UnitValues, bothUnits, unitFields, unitValues } from './unit-values.ts';

interface UnitFormProps {
  readonly unit: UnitDto | null;
  readonly close: () => void;
}

/** Adds a unit, or edits one. */
export function UnitForm({ unit, close }: UnitFormProps) {
  const [form] = Form.useForm<UnitValues>();
  const { base, refused, panel } = useBaseVersion({
    form,
    opened: unit,
    fact: 'unit',
    what: 'this unit',
    valuesOf: unitValues,
    both: bothUnits,
  });
  const [initial] = useState(() => unitValues(unit));
  const { sendUnit } = useSendUnit();
  const navigate = useNavigate();
  const send = async (values: UnitValues): Promise<Problem | null> => {
    const answer = await sendUnit(values, base);
    if (!answer.ok) {
      refused(answer.problem, values);
      return answer.problem;
    }
    close();
    void navigate(`/units/${encodeURIComponent(answer.tag)}`);
    return null;
  };
  return (
    <FormDialog title={unit === null ? 'Add a unit' : `Edit ${unit.tag}`} width={640} close={close}>
      {(changed) => (
        <ShopForm
          name="unit"
          form={form}
          className="unit-form"
          initial={initial}
          send={send}
          submit={unit === null ? 'Add' : 'Save'}
          ownProblem={isStale}
          changed={changed}
          below={
            <>
              <OtherFamily />
              {panel}
            </>
          }
        >
          <UnitFields />
        </ShopForm>
      )}
    </FormDialog>
  );
}

type Sent = { readonly ok: true; readonly tag: string } | { readonly ok: false; readonly problem: Problem };

/** Saves a unit, after its site if that is new. A repeated request adds each once. */
function useSendUnit(): { readonly sendUnit: (values: UnitValues, base: UnitDto | null) => Promise<Sent> } {
  const [addSite] = useAddSiteMutation();
  const [enter] = useEnterUnitMutation();
  const [change] = useChangeUnitMutation();
  const ids = useRef({ unit: newId(), site: newId() });
  return {
    sendUnit: async (values, base) => {
      let site = values.siteId ?? null;
      if (site === null) {
        const added = await addSite({ siteDto: { id: ids.current.site, name: values.newSite.trim() } });
        const problem = problemOf(added.error);
        if (problem !== null)
          return { ok: false, problem: { ...problem, fields: { newSite: problem.fields.name ?? problem.what } } };
        site = added.data?.id ?? ids.current.site;
      }
      const fields = unitFields(values, site);
      const { data, error } =
        base === null
          ? await enter({ newUnitDto: { id: ids.current.unit, ...fields } })
          : await change({ id: base.id, changeUnitDto: { ...fields, version: base.version } });
      const problem = problemOf(error);
      if (problem !== null) return { ok: false, problem };
      return { ok: true, tag: data?.tag ?? values.tag };
    },
  };
}
