import { Select, type SelectProps } from 'antd';
import { type ComponentRef, useRef, useState } from 'react';

/**
 * A select for the bench. It releases the focus when it closes, so that the keys of the bench work. It controls its own
 * open state, because the library ignores the first click on an option that follows the opening within some 60 ms: the
 * list then stays open and takes the next key.
 */
export function BenchSelect<Value>(props: SelectProps<Value>) {
  const select = useRef<ComponentRef<typeof Select>>(null);
  const [open, setOpen] = useState(false);
  const change = (to: boolean): void => {
    setOpen(to);
    if (to) return;
    select.current?.blur();
    // Again after the library has returned the focus to the field.
    setTimeout(() => select.current?.blur());
  };
  return (
    <Select<Value>
      popupMatchSelectWidth={false}
      {...props}
      ref={select}
      open={open}
      onOpenChange={change}
      onSelect={() => change(false)}
    />
  );
}
