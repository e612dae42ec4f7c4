import { Button, Input } from 'antd';
import { TEXT_LIMITS, type NewFollowUpDto } from '../../../shared/api/index.ts';
import { DayField, Field } from '../../../shared/ui/index.ts';
import { withWork } from '../steps/step-frame.tsx';
import type { StepProps } from '../steps/step-props.ts';

export const EMPTY_FOLLOW_UP: NewFollowUpDto = { what: '', part: '', who: '', by: null };

const TEXTS = [
  ['what', 'What is to be done', 'Fit a new adjuster'],
  ['part', 'Part that was ordered', 'if any'],
  ['who', 'Who does it', ''],
] as const;

/** The follow-ups of this check. An open follow-up gives the unit the status keep-in. */
export function FollowUpsPanel({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const list: readonly NewFollowUpDto[] = draft.work?.followUps ?? [];
  const set = (next: readonly NewFollowUpDto[]): void => change(withWork({ followUps: [...next] }));
  const update = (index: number, part: Partial<NewFollowUpDto>): void =>
    set(list.map((each, place) => (place === index ? { ...each, ...part } : each)));
  return (
    <section aria-labelledby="follow-ups-title" className="follow-ups">
      <h3 id="follow-ups-title">Still to be done</h3>
      {list.length > 0 && <p className="words-undecided">The unit stays in until each of these is closed.</p>}
      {list.map((followUp, index) => (
        <div key={index} className="follow-up-fields">
          {TEXTS.map(([name, label, example]) => (
            <Field key={name} id={`follow-up-${index}-${name}`} label={label}>
              <Input
                placeholder={example}
                maxLength={TEXT_LIMITS.NewFollowUpDto[name]}
                value={followUp[name]}
                onChange={({ target }) => update(index, { [name]: target.value })}
              />
            </Field>
          ))}
          <Field id={`follow-up-${index}-by`} label="By when">
            <DayField value={followUp.by ?? ''} change={(day) => update(index, { by: day === '' ? null : day })} />
          </Field>
          <Button onClick={() => set(list.filter((_, place) => place !== index))}>Leave out</Button>
        </div>
      ))}
      <Button onClick={() => set([...list, EMPTY_FOLLOW_UP])} disabled={list.length >= 10}>
        Add what is still to be done
      </Button>
    </section>
  );
}
