import { useDispatch } from 'react-redux';
import { sessionStarted } from '../../shared/api/index.ts';

/** Handles the answer of a sign-in: no problem means that the session is open. */
export function useEntered(): (answer: { readonly error?: unknown }) => boolean {
  const dispatch = useDispatch();
  return ({ error }) => {
    if (error !== undefined) return false;
    dispatch(sessionStarted());
    return true;
  };
}
