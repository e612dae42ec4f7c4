import './keep-in.css';

/** Do not send this unit out. */
export const KeepIn = () => <strong className="keep-in">Keep in</strong>;
