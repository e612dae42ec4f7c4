import { Button, Dropdown } from 'antd';
import { newId, problemOf, useReportComplaintMutation, type Symptom } from '../../shared/api/index.ts';
import { SYMPTOM_WORDS } from '../../shared/format/index.ts';
import { usePreferences } from '../../shared/preferences/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** What an operator reports brings the check forward, whatever the meter says. */
export function ComplaintForm({ tag }: { readonly tag: string }) {
  const { name } = usePreferences();
  const [report, { isLoading, error }] = useReportComplaintMutation();
  return (
    <>
      <Dropdown
        trigger={['click']}
        menu={{
          items: Object.entries(SYMPTOM_WORDS).map(([key, label]) => ({
            key,
            label: label.charAt(0).toUpperCase() + label.slice(1),
          })),
          onClick: ({ key }) =>
            void report({
              tag,
              newComplaintDto: { id: newId(), symptom: key as Symptom, ...(name !== '' && { reportedBy: name }) },
            }),
        }}
      >
        <Button size="large" loading={isLoading}>
          Report trouble
        </Button>
      </Dropdown>
      <ProblemNote problem={problemOf(error)} />
    </>
  );
}
