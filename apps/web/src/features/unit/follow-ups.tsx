import { Button, Input } from 'antd';
import { useState } from 'react';
import {
  TEXT_LIMITS,
  problemOf,
  useCloseFollowUpMutation,
  useFollowUpsOfUnitQuery,
  type FollowUpDto,
} from '../../shared/api/index.ts';
import { dayText, followUpText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { FormDialog, ShopField, ShopForm } from '../../shared/ui/index.ts';

/** The follow-ups of this unit, with a button to close them. */
export function FollowUps({ tag }: { readonly tag: string }) {
  const { data: followUps = [] } = useFollowUpsOfUnitQuery({ tag });
  const mayClose = useMay('closeFollowUp');
  const [closing, setClosing] = useState<FollowUpDto | null>(null);
  const open = followUps.filter(({ closedAt }) => closedAt === null);
  const closed = followUps.filter(({ closedAt }) => closedAt !== null);
  if (followUps.length === 0) return null;
  return (
    <section aria-labelledby="follow-ups" className="unit-follow-ups">
      {open.length > 0 && <h3 id="follow-ups">Still to be done</h3>}
      <ul>
        {open.map((each) => (
          <li key={each.id}>
            {followUpText(each)}{' '}
            <span className="muted dense">
              {each.madeBy}, {dayText(each.madeAt)}
            </span>{' '}
            {mayClose && (
              <Button size="small" className="no-print" onClick={() => setClosing(each)}>
                {each.kind === 'prove-at-work' ? 'Proven' : 'Done'}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {closed.length > 0 && (
        <details className="dense no-print">
          <summary>Done earlier</summary>
          <ul>
            {closed.map((each) => (
              <li key={each.id}>
                {followUpText(each)} {each.closingNote !== '' && `“${each.closingNote}” `}
                <span className="muted">
                  {each.closedBy}, {each.closedAt !== null && dayText(each.closedAt)}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {closing && <CloseForm followUp={closing} close={() => setClosing(null)} />}
    </section>
  );
}

function CloseForm({ followUp, close }: { readonly followUp: FollowUpDto; readonly close: () => void }) {
  const [send] = useCloseFollowUpMutation();
  const proven = followUp.kind === 'prove-at-work';
  return (
    <FormDialog title={followUpText(followUp)} width={480} close={close}>
      {(changed) => (
        <ShopForm
          name="close-follow-up"
          initial={{ note: '' }}
          submit={proven ? 'It is proven' : 'It is done'}
          changed={changed}
          send={async ({ note }) => {
            const { error } = await send({ id: followUp.id, closeFollowUpDto: { note: note.trim() } });
            if (error === undefined) close();
            return problemOf(error);
          }}
        >
          <ShopField
            name="note"
            label={proven ? 'How it runs' : 'What was done'}
            hint={
              proven
                ? 'If it does not run well, report that as a problem as well.'
                : 'The unit stays in if something else keeps it in. A gap out of spec needs a check.'
            }
          >
            <Input.TextArea rows={3} maxLength={TEXT_LIMITS.CloseFollowUpDto.note} />
          </ShopField>
        </ShopForm>
      )}
    </FormDialog>
  );
}
