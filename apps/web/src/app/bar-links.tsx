import { Link } from 'react-router';

interface BarLinksProps {
  readonly places: readonly { readonly to: string; readonly name: string }[];
  /** The path of the current place. */
  readonly active: string | undefined;
}

/** The places of a bar, with the current one marked. */
export const BarLinks = ({ places, active }: BarLinksProps) =>
  places.map(({ to, name }) => (
    <Link key={to} to={to} className={to === active ? 'active' : ''} aria-current={to === active ? 'page' : undefined}>
      {name}
    </Link>
  ));
