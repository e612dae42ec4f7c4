import { Form, type FormItemProps } from 'antd';
import type { ReactElement, ReactNode } from 'react';

type Rules = NonNullable<FormItemProps['rules']>;

interface ShopFieldProps {
  readonly name: string | (string | number)[];
  readonly label: ReactNode;
  readonly hint?: ReactNode;
  /** What is said when it is left empty; left out where it may be. */
  readonly needed?: string;
  readonly rules?: Rules;
  readonly className?: string;
  /** `change`: of a control of ours that hands over the value itself. */
  readonly trigger?: 'change' | 'onChange';
  /** The control, alone: a form binds its value. */
  readonly children: ReactElement;
  /** Another field whose change is a reason to look at this one again. */
  readonly dependencies?: FormItemProps['dependencies'];
}

/** One question of a form: its label, its control, a hint, and what is wrong. */
export const ShopField = ({ name, label, hint, needed, rules = [], className, children, ...item }: ShopFieldProps) => (
  <Form.Item
    {...item}
    name={name}
    label={label}
    {...(hint !== undefined && { extra: hint })}
    className={className === undefined ? 'shop-field' : `shop-field ${className}`}
    rules={[...(needed === undefined ? [] : [{ required: true, whitespace: true, message: needed }]), ...rules]}
  >
    {children}
  </Form.Item>
);
