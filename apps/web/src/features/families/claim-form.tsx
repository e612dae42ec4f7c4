import { Button, Modal } from 'antd';
import { useState } from 'react';
import { newId, problemOf, useAddClaimMutation, type FamilyDto } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { ClaimFields, claimOf, emptyClaim } from './claim-fields.tsx';

/** What another source says. It stands beside the others; somebody decides whether it comes in force. */
export function ClaimForm({ family, close }: { readonly family: FamilyDto; readonly close: () => void }) {
  const [claim, setClaim] = useState(emptyClaim);
  const [id] = useState(newId);
  const [add, { error, isLoading }] = useAddClaimMutation();
  const problem = problemOf(error);
  const ready = claimOf(id, claim);
  const send = async (): Promise<void> => {
    if (ready === null) return;
    const { data } = await add({ id: family.id, newClaimDto: ready });
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
        <ClaimFields claim={claim} change={setClaim} fields={problem?.fields ?? {}} at="" fuel={family.sheet.fuel} />
        {problem !== null && Object.keys(problem.fields).length === 0 && <ProblemNote problem={problem} />}
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={ready === null}>
          Add it
        </Button>
      </form>
    </Modal>
  );
}
