import { Select, type SelectProps } from 'antd';
import { type ComponentRef, useRef } from 'react';

/** A select for the bench. It releases the focus when it closes, so that the keys of the bench work. */
export function BenchSelect<Value>(props: SelectProps<Value>) {
  const select = useRef<ComponentRef<typeof Select>>(null);
  return (
    <Select<Value>
      popupMatchSelectWidth={false}
      {...props}
      ref={select}
      onOpenChange={(open) => {
        // After the select has returned the focus to its field.
        if (!open) setTimeout(() => select.current?.blur());
      }}
    />
  );
}
