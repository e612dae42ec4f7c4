import { Suspense, lazy, useState } from 'react';
import { PersonChip } from './person-chip.tsx';

const PersonActions = lazy(async () => ({ default: (await import('./person-actions.tsx')).PersonActions }));

/** The signed-in person, at the head of every screen; the menu's code is loaded when it is opened. */
export function PersonMenu() {
  const [asked, setAsked] = useState(false);
  if (!asked) return <PersonChip aria-haspopup="menu" onClick={() => setAsked(true)} />;
  return (
    <Suspense fallback={<PersonChip />}>
      <PersonActions />
    </Suspense>
  );
}
