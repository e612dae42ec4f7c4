import { Select, type SelectProps } from 'antd';
import { type ComponentRef, useRef } from 'react';

/** A list to choose from at the bench. Once it closes it gives the focus back, so that the keys of the bench go on working. */
export function BenchSelect<Value>(props: SelectProps<Value>) {
  const select = useRef<ComponentRef<typeof Select>>(null);
  return (
    <Select<Value>
      popupMatchSelectWidth={false}
      {...props}
      ref={select}
      onOpenChange={(open) => {
        // After the list itself has put the focus back on its field.
        if (!open) setTimeout(() => select.current?.blur());
      }}
    />
  );
}
