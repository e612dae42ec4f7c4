import { Input } from 'antd';
import type { ReactNode } from 'react';
import { type Problem, TEXT_LIMITS } from '../../shared/api/index.ts';
import { FormDialog, ShopField, ShopForm } from '../../shared/ui/index.ts';

interface Reasoned {
  readonly reason: string;
}
interface ReasonFormProps<More extends object> {
  readonly title: string;
  /** Fields before the reason, and their initial values. */
  readonly children?: ReactNode;
  readonly more: More;
  readonly button: string;
  readonly send: (values: More & Reasoned) => Promise<Problem | null>;
  readonly close: () => void;
}

/** A form for amendments with a reason; records are never edited. */
export const ReasonForm = <More extends object>({
  title,
  children,
  more,
  button,
  send,
  close,
}: ReasonFormProps<More>) => (
  <FormDialog title={title} width={480} close={close}>
    {(changed) => (
      <ShopForm<More & Reasoned>
        name="amend"
        initial={{ ...more, reason: '' }}
        submit={button}
        changed={changed}
        send={async (values) => {
          const problem = await send({ ...values, reason: values.reason.trim() });
          if (problem === null) close();
          return problem;
        }}
      >
        {children}
        <ShopField name="reason" label="Why" needed="Say why: it stays beside it on the record.">
          <Input.TextArea rows={3} maxLength={TEXT_LIMITS.AmendReadingDto.reason} />
        </ShopField>
      </ShopForm>
    )}
  </FormDialog>
);
