import { Button, Dropdown } from 'antd';
import { useRef } from 'react';
import { newId, problemOf, useReportProblemMutation, type Symptom } from '../../shared/api/index.ts';
import { SYMPTOM_WORDS } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** What an operator reports brings the check forward, whatever the meter says. */
export function ReportProblem({ tag }: { readonly tag: string }) {
  const [report, { isLoading, error }] = useReportProblemMutation();
  // A report keeps its id until the server has it: reported again after a cut line, it still counts once.
  const pending = useRef<{ readonly id: string; readonly symptom: Symptom } | null>(null);
  const send = async (symptom: Symptom): Promise<void> => {
    if (pending.current?.symptom !== symptom) pending.current = { id: newId(), symptom };
    const { id } = pending.current;
    const { data } = await report({ tag, newProblemReportDto: { id, symptom } });
    if (data !== undefined) pending.current = null;
  };
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items: Object.entries(SYMPTOM_WORDS).map(([key, label]) => ({
            key,
            label: label.charAt(0).toUpperCase() + label.slice(1),
          })),
          onClick: ({ key }) => void send(key as Symptom),
        }}
      >
        <Button size="large" loading={isLoading}>
          Report a problem
        </Button>
      </Dropdown>
      <ProblemNote problem={problemOf(error)} />
    </>
  );
}
