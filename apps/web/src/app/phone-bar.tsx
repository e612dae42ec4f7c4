import { NavLink } from 'react-router';

const PLACES = [
  { to: '/yard', name: 'Yard' },
  { to: '/bench', name: 'Bench' },
  { to: '/hours', name: 'Hours' },
  { to: '/register', name: 'Units' },
  { to: '/more', name: 'More' },
] as const;

/** The places under the thumb. Shown on a phone only. */
export const PhoneBar = () => (
  <nav className="phone-bar" aria-label="Places, for the thumb">
    {PLACES.map(({ to, name }) => (
      <NavLink key={to} to={to}>
        {name}
      </NavLink>
    ))}
  </nav>
);
