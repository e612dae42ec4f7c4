import { Checkbox } from 'antd';
import { followUpText } from '../../../shared/format/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { withWork } from '../steps/step-frame.tsx';
import type { StepProps } from '../steps/step-props.ts';

/** Open follow-ups of earlier checks; the signature closes the ticked ones. */
export function EarlierPanel({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const followUps = useBenchPort().useFollowUps();
  const open = followUps.filter(({ closedAt, kind }) => closedAt === null && kind === 'unfinished');
  const closes = draft.work?.closes ?? [];
  if (open.length === 0) return null;
  return (
    <section aria-labelledby="earlier-title" className="follow-ups">
      <h3 id="earlier-title">Left to be done before: is it done now?</h3>
      {open.map(({ id, ...each }) => (
        <p key={id}>
          <Checkbox
            checked={closes.some(({ followUpId }) => followUpId === id)}
            onChange={({ target }) => {
              const others = closes.filter(({ followUpId }) => followUpId !== id);
              change(withWork({ closes: target.checked ? [...others, { followUpId: id }] : others }));
            }}
          >
            Done: {followUpText(each)}
          </Checkbox>
        </p>
      ))}
      {open.some(({ id }) => !closes.some(({ followUpId }) => followUpId === id)) && (
        <p className="muted">What is not ticked keeps the unit in.</p>
      )}
    </section>
  );
}
