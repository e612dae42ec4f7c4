import { Suspense, lazy, useState } from 'react';
import { PersonChip } from './person-chip.tsx';

const PersonActions = lazy(async () => ({ default: (await import('./person-actions.tsx')).PersonActions }));

/** Who works here, at the head of every screen; what is behind the name is fetched when somebody asks for it. */
export function PersonMenu() {
  const [asked, setAsked] = useState(false);
  if (!asked) return <PersonChip aria-haspopup="menu" onClick={() => setAsked(true)} />;
  return (
    <Suspense fallback={<PersonChip />}>
      <PersonActions />
    </Suspense>
  );
}
