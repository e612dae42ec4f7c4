import { Button, Modal } from 'antd';
import { useState } from 'react';
import { newId, problemOf, useAddSourceMutation, type FamilyDto } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { SourceFields, sourceOf, emptySource } from './source-fields.tsx';

/** What another source says. It stands beside the others; somebody decides whether it comes in use. */
export function SourceForm({ family, close }: { readonly family: FamilyDto; readonly close: () => void }) {
  const shopUnit = useShopUnit();
  const [source, setSource] = useState(() => emptySource(shopUnit));
  const [id] = useState(newId);
  const [add, { error, isLoading }] = useAddSourceMutation();
  const problem = problemOf(error);
  const ready = sourceOf(id, source);
  const send = async (): Promise<void> => {
    if (ready === null) return;
    const { data } = await add({ id: family.id, newSourceDto: ready });
    if (data !== undefined) close();
  };
  return (
    <Modal open title={`Add a source for ${family.code}?`} footer={null} width={640} onCancel={close}>
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <SourceFields
          source={source}
          change={setSource}
          fields={problem?.fields ?? {}}
          at=""
          fuel={family.sheet.fuel}
        />
        {problem !== null && Object.keys(problem.fields).length === 0 && <ProblemNote problem={problem} />}
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={ready === null}>
          Add it
        </Button>
      </form>
    </Modal>
  );
}
