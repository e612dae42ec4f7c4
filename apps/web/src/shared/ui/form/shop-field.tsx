import { Form, type FormItemProps } from 'antd';
import type { ReactElement, ReactNode } from 'react';

type Rules = NonNullable<FormItemProps['rules']>;

interface ShopFieldProps {
  readonly name: string | (string | number)[];
  /** Omitted if the control is in a row or a table and has its own name. */
  readonly label?: ReactNode;
  readonly hint?: ReactNode;
  /** The error for an empty field; omitted for an optional field. */
  readonly needed?: string;
  readonly rules?: Rules;
  readonly className?: string;
  /** `change`: for our own controls, which pass the value itself. */
  readonly trigger?: 'change' | 'onChange';
  /** The name of the control's value property. */
  readonly valuePropName?: string;
  /** Conversion from the control's value to the form's value, and back. */
  readonly normalize?: FormItemProps['normalize'];
  readonly getValueProps?: FormItemProps['getValueProps'];
  /** The control, alone: a form binds its value. */
  readonly children: ReactElement;
  /** Another field whose change triggers validation of this one. */
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
