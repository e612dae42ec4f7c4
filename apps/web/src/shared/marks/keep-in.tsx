import './keep-in.css';

/** The mark for a unit that must stay in, or be called back if it is rented out. */
export const KeepIn = ({ use }: { readonly use?: string }) => (
  <strong className="keep-in">{use === 'on-hire' ? 'Call back' : 'Keep in'}</strong>
);
