import { Children, cloneElement, isValidElement, type ReactElement, type ReactNode } from 'react';

interface FieldProps {
  /** Of the control: the label, the hint and the error are tied to it for screen readers. */
  readonly id: string;
  readonly label: ReactNode;
  readonly hint?: ReactNode;
  /** The error with its remedy. */
  readonly wrong?: string | undefined;
  readonly className?: string;
  /** The first child is the control; others are drawn between it and its error. */
  readonly children: ReactNode;
}

interface Control {
  readonly id?: string;
  readonly status?: string;
  readonly 'aria-invalid'?: boolean;
  readonly 'aria-describedby'?: string | undefined;
}

/** One question of a form: its label, its control, a hint, and what is wrong. */
export function Field({ id, label, hint, wrong, className, children }: FieldProps) {
  const [control, ...rest] = Children.toArray(children);
  const described = [hint !== undefined && `${id}-hint`, wrong !== undefined && `${id}-wrong`]
    .filter(Boolean)
    .join(' ');
  return (
    <div className={`field${className === undefined ? '' : ` ${className}`}`}>
      <label htmlFor={id}>{label}</label>
      {isValidElement(control)
        ? cloneElement(control as ReactElement<Control>, {
            id,
            'aria-invalid': wrong !== undefined,
            'aria-describedby': described === '' ? undefined : described,
            ...(wrong !== undefined && { status: 'error' }),
          })
        : control}
      {rest}
      {hint !== undefined && (
        <p id={`${id}-hint`} className="muted field-hint">
          {hint}
        </p>
      )}
      {wrong !== undefined && (
        <p id={`${id}-wrong`} className="field-wrong" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}
