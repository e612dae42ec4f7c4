import './keep-in.css';

/** Do not send this unit out; call it back where it is out on rent. */
export const KeepIn = ({ use }: { readonly use?: string }) => (
  <strong className="keep-in">{use === 'on-hire' ? 'Call back' : 'Keep in'}</strong>
);
