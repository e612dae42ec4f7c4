import { Button, Input, Modal, Select } from 'antd';
import { useRef, useState } from 'react';
import { type Problem, TEXT_LIMITS, newId, type Symptom } from '../../shared/api/index.ts';
import { SYMPTOM_WORDS } from '../../shared/format/index.ts';
import { useProblemQueue } from '../../shared/outbox/index.ts';
import { DayField, Field, ProblemNote } from '../../shared/ui/index.ts';

const SYMPTOMS = Object.entries(SYMPTOM_WORDS).map(([value, label]) => ({
  value: value as Symptom,
  label: label.charAt(0).toUpperCase() + label.slice(1),
}));

/** What an operator reports brings the check forward, whatever the meter says. */
export function ReportProblem({ tag }: { readonly tag: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="large" onClick={() => setOpen(true)}>
        Report a problem
      </Button>
      {open && <ProblemForm tag={tag} close={() => setOpen(false)} />}
    </>
  );
}

function ProblemForm({ tag, close }: { readonly tag: string; readonly close: () => void }) {
  const [, queue] = useProblemQueue();
  const [isLoading, setLoading] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  // A report keeps its id until the server has it: reported again after a cut line, it still counts once.
  const id = useRef(newId());
  const [symptom, setSymptom] = useState<Symptom | null>(null);
  const [since, setSince] = useState('');
  const [tried, setTried] = useState('');
  const [note, setNote] = useState('');
  // Without a word nobody could look for it.
  const lacksWords = symptom === 'other' && note.trim() === '';
  const send = async (): Promise<void> => {
    if (symptom === null || lacksWords) return;
    const said = { symptom, note, tried, since: since === '' ? null : since };
    setLoading(true);
    const answer = await queue.post({ id: id.current, tag, report: said });
    setLoading(false);
    if (answer?.kind === 'refused') setProblem(answer.refusal);
    // Without an answer it waits on this device, which the line under the head says.
    else close();
  };
  return (
    <Modal open title={`Report a problem with ${tag}`} footer={null} width={520} onCancel={close} destroyOnHidden>
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field id="problem-symptom" label="What it does" wrong={problem?.fields.symptom}>
          <Select<Symptom>
            id="problem-symptom"
            aria-label="What it does"
            autoFocus
            placeholder="Choose"
            value={symptom}
            onChange={setSymptom}
            options={SYMPTOMS}
          />
        </Field>
        <Field id="problem-since" label="Since when, if known" wrong={problem?.fields.since}>
          <DayField value={since} change={setSince} />
        </Field>
        <Field id="problem-tried" label="Tried already, without success" wrong={problem?.fields.tried}>
          <Input
            maxLength={TEXT_LIMITS.NewProblemReportDto.tried}
            placeholder="New plug, fresh fuel"
            value={tried}
            onChange={({ target }) => setTried(target.value)}
          />
        </Field>
        <Field
          id="problem-note"
          label={symptom === 'other' ? 'What it does, in words' : 'What else'}
          wrong={problem?.fields.note}
        >
          <Input.TextArea
            rows={2}
            required={symptom === 'other'}
            maxLength={TEXT_LIMITS.NewProblemReportDto.note}
            value={note}
            onChange={({ target }) => setNote(target.value)}
          />
        </Field>
        <ProblemNote problem={problem} />
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={symptom === null || lacksWords}>
          Report it
        </Button>
      </form>
    </Modal>
  );
}
