import { BarLinks } from './bar-links.tsx';
import { usePage, usePlaces } from './places.ts';

/** The places under the thumb, and the list of all others. Shown on a phone only. */
export function PhoneBar() {
  const { trail } = usePage();
  const inBar = usePlaces().filter(({ bar }) => bar === 'head and phone');
  const active = inBar.find(({ to }) => trail.includes(to))?.to ?? '/more';
  return (
    <nav className="phone-bar" aria-label="Places, for the thumb">
      <BarLinks places={[...inBar, { to: '/more', name: 'More' }]} active={active} />
    </nav>
  );
}
