import type { ComponentPropsWithRef } from 'react';
import { useMe } from '../../shared/me/index.ts';

/** The initials of the signed-in person, as a button. */
export function PersonChip(props: ComponentPropsWithRef<'button'>) {
  const { name, initials } = useMe();
  return (
    <button {...props} type="button" className="mark-chip mark-button" aria-label={`${name}: menu`} title={name}>
      {initials}
    </button>
  );
}
