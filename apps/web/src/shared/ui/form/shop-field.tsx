import { Form, type FormItemProps } from 'antd';
import type { ReactElement, ReactNode } from 'react';

type Rules = NonNullable<FormItemProps['rules']>;

interface ShopFieldProps {
  readonly name: string | (string | number)[];
  /** Left out where the control stands in a row or a table and is named by itself. */
  readonly label?: ReactNode;
  readonly hint?: ReactNode;
  /** What is said when it is left empty; left out where it may be. */
  readonly needed?: string;
  readonly rules?: Rules;
  readonly className?: string;
  /** `change`: of a control of ours that hands over the value itself. */
  readonly trigger?: 'change' | 'onChange';
  /** Under which name the control takes its value. */
  readonly valuePropName?: string;
  /** From what the control hands over to what the form keeps, and back. */
  readonly normalize?: FormItemProps['normalize'];
  readonly getValueProps?: FormItemProps['getValueProps'];
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
