import { Button, Input, Modal } from 'antd';
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
import { ProblemNote } from '../../shared/ui/index.ts';

/** What checks of this unit left to be done, and a way to close it. */
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
  const [note, setNote] = useState('');
  const [send, { error, isLoading }] = useCloseFollowUpMutation();
  const proven = followUp.kind === 'prove-at-work';
  return (
    <Modal open title={followUpText(followUp)} footer={null} width={480} onCancel={close}>
      <form
        className="reason-form"
        onSubmit={(event) => {
          event.preventDefault();
          void send({ id: followUp.id, closeFollowUpDto: { note: note.trim() } }).then(({ data }) => {
            if (data !== undefined) close();
          });
        }}
      >
        <label htmlFor="closing-note">{proven ? 'How it runs' : 'What was done'}</label>
        <Input.TextArea
          id="closing-note"
          rows={3}
          autoFocus
          maxLength={TEXT_LIMITS.CloseFollowUpDto.note}
          value={note}
          onChange={({ target }) => setNote(target.value)}
        />
        <p className="muted">
          {proven
            ? 'If it does not run well, report that as a problem as well.'
            : 'The unit stays in if something else keeps it in. A gap out of spec needs a check.'}
        </p>
        <ProblemNote problem={problemOf(error)} />
        <Button type="primary" htmlType="submit" loading={isLoading}>
          {proven ? 'It is proven' : 'It is done'}
        </Button>
      </form>
    </Modal>
  );
}
