import { Button, Form, type FormInstance } from 'antd';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { Problem } from '../../api/index.ts';
import { ProblemNote } from '../problem-note.tsx';
import { LeaveGuard } from './leave-guard.tsx';
import { clearErrors, placeProblem } from './problem-fields.ts';

/** The result of a preview: nothing is saved yet. */
export const NOT_DONE = 'not-done';

interface ShopFormProps<Values extends object> {
  /** Prefix of the ids of its controls: `unit` makes `unit_tag`. */
  readonly name: string;
  readonly initial: Values;
  /** Sends the values. Returns null when saved; `NOT_DONE` when accepted but still unsaved. */
  readonly send: (values: Values) => Promise<Problem | null | typeof NOT_DONE>;
  /** Runs after saving, when the leave guard is inactive. */
  readonly then?: () => void;
  /** Called for each change by a person. */
  readonly edited?: (change: Partial<Values>) => void;
  /** Label of the submit button; null if this person may not submit. */
  readonly submit: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
  readonly form?: FormInstance<Values>;
  /** What stands below the fields and above the button. */
  readonly below?: ReactNode;
  /** Actions beside the submit button; `undo` restores the initial values. */
  readonly beside?: ReactNode | ((state: { readonly dirty: boolean; readonly undo: () => void }) => ReactNode);
  /** A problem that the form itself shows, such as two versions. */
  readonly ownProblem?: (problem: Problem) => boolean;
  /** Called when the form gets or loses unsaved changes. */
  readonly changed?: (dirty: boolean) => void;
  /** Whether leaving with changes asks; a dialog asks by itself. */
  readonly guarded?: boolean;
  readonly disabled?: boolean;
  /** Empty again after each send, for the next entry. */
  readonly again?: boolean;
  readonly large?: boolean;
  /** Whether the form is secondary on its page. */
  readonly plain?: boolean;
}

/**
 * A wrapper of Ant Design's `Form`: sends one request at a time, shows server errors at their fields, focuses the first
 * one, and asks before changes are lost.
 */
export function ShopForm<Values extends object>({
  name,
  initial,
  send,
  submit,
  children,
  className,
  form: given,
  below,
  beside,
  ownProblem,
  changed,
  edited,
  then,
  guarded = false,
  disabled = false,
  again = false,
  large = false,
  plain = false,
}: ShopFormProps<Values>) {
  const [form] = Form.useForm<Values>(given);
  const [sending, setSending] = useState(false);
  const [dirty, setDirty] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [saved, setSaved] = useState(0);
  useEffect(() => changed?.(dirty), [changed, dirty]);
  useAfter(saved, then);
  // Includes values without a registered field, such as the print of a blade in a row.
  const entered = (): Values => ({ ...initial, ...(form.getFieldsValue(true) as Partial<Values>) });
  const finish = async (): Promise<void> => {
    if (sending) return;
    setSending(true);
    setProblem(null);
    clearErrors(form);
    const refused = await send(entered()).finally(() => setSending(false));
    if (refused === NOT_DONE) return;
    if (refused === null) {
      if (again) form.resetFields();
      setDirty(false);
      return setSaved((times) => times + 1);
    }
    if (ownProblem?.(refused) === true) return;
    const registered = form.getFieldsError().map(({ name: path }) => path);
    setProblem(placeProblem(form, refused, registered, (path) => [name, ...path].join('_')));
  };
  const undo = (): void => {
    form.resetFields();
    setDirty(false);
    setProblem(null);
  };
  return (
    <Form<Values>
      form={form}
      name={name}
      layout="vertical"
      requiredMark={false}
      initialValues={initial}
      className={className === undefined ? 'shop-form' : `shop-form ${className}`}
      scrollToFirstError={{ focus: true, block: 'center' }}
      validateTrigger={[]}
      onValuesChange={(change: Partial<Values>) => {
        clearErrors(form, change);
        setDirty(!sameValues(entered(), initial));
        setProblem(null);
        edited?.(change);
      }}
      onFinish={() => void finish()}
    >
      {children}
      <div className="shop-form-end">
        {below}
        <ProblemNote problem={problem} entered />
        {submit !== null && <Submit {...{ submit, plain, large, disabled, sending }} />}
        {typeof beside === 'function' ? beside({ dirty, undo }) : beside}
      </div>
      {guarded && dirty && <LeaveGuard />}
    </Form>
  );
}

const sameValues = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Runs the action after a save, when the leave guard is inactive. */
function useAfter(saved: number, then: (() => void) | undefined): void {
  const after = useRef(then);
  useEffect(() => {
    after.current = then;
  });
  useEffect(() => {
    if (saved > 0) after.current?.();
  }, [saved]);
}

interface SubmitProps {
  readonly submit: ReactNode;
  readonly plain: boolean;
  readonly large: boolean;
  readonly disabled: boolean;
  readonly sending: boolean;
}

const Submit = ({ submit, plain, large, disabled, sending }: SubmitProps) => (
  <Button
    type={plain ? 'default' : 'primary'}
    size={large || plain ? 'large' : 'middle'}
    htmlType="submit"
    loading={sending}
    disabled={disabled}
  >
    {submit}
  </Button>
);
