import { entriesOf } from '@sturdy-shim/core';
import { Button, Form, Input, Select } from 'antd';
import { useRef, useState } from 'react';
import { type Problem, TEXT_LIMITS, newId, type Symptom } from '../../shared/api/index.ts';
import { SYMPTOM_WORDS } from '../../shared/format/index.ts';
import { useProblemQueue } from '../../shared/outbox/index.ts';
import { BOUND_DAY, DayField, FormDialog, ShopField, ShopForm } from '../../shared/ui/index.ts';

const SYMPTOMS = entriesOf(SYMPTOM_WORDS).map(([value, label]) => ({
  value,
  label: label.charAt(0).toUpperCase() + label.slice(1),
}));

/** Reports a problem, which makes the check due regardless of the meter. */
export function ReportProblem({ tag }: { readonly tag: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Report a problem</Button>
      {open && <ProblemForm tag={tag} close={() => setOpen(false)} />}
    </>
  );
}

interface Reported {
  readonly symptom: Symptom | null;
  readonly since: string;
  readonly tried: string;
  readonly note: string;
}
const EMPTY: Reported = { symptom: null, since: '', tried: '', note: '' };
const LIMITS = TEXT_LIMITS.NewProblemReportDto;

function ProblemForm({ tag, close }: { readonly tag: string; readonly close: () => void }) {
  const [, queue] = useProblemQueue();
  // A report keeps its id until the server has it, so that a repeated request counts once.
  const id = useRef(newId());
  const send = async ({ symptom, since, ...said }: Reported): Promise<Problem | null> => {
    if (symptom === null) throw new Error('the rules of the form ask for a symptom');
    const report = { ...said, symptom, since: since === '' ? null : since };
    const answer = await queue.post({ id: id.current, tag, report });
    if (answer?.kind === 'refused') return answer.refusal;
    // Without an answer it waits on this device, which the line under the head says.
    close();
    return null;
  };
  return (
    <FormDialog title={`Report a problem with ${tag}`} close={close}>
      {(changed) => (
        <ShopForm name="problem" initial={EMPTY} submit="Report it" send={send} changed={changed}>
          <ShopField name="symptom" label="What it does" needed="Choose what it does.">
            <Select<Symptom> aria-label="What it does" placeholder="Choose" options={SYMPTOMS} />
          </ShopField>
          <ShopField name="since" label="Since when, if known" trigger="change">
            <DayField {...BOUND_DAY} />
          </ShopField>
          <ShopField name="tried" label="Tried already, without success">
            <Input maxLength={LIMITS.tried} placeholder="New plug, fresh fuel" />
          </ShopField>
          <NoteField />
        </ShopForm>
      )}
    </FormDialog>
  );
}

/** The note. It is required for the symptom `other`, which has no description of its own. */
function NoteField() {
  const other = Form.useWatch('symptom', Form.useFormInstance<Reported>()) === 'other';
  return (
    <ShopField
      name="note"
      label={other ? 'What it does, in words' : 'What else'}
      {...(other && { needed: 'Say in a few words what it does.' })}
    >
      <Input.TextArea rows={2} maxLength={LIMITS.note} />
    </ShopField>
  );
}
