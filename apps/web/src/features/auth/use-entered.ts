import { useDispatch } from 'react-redux';
import { sessionStarted } from '../../shared/api/index.ts';

/** What happens when a way in answered: an empty answer means that the door is open. */
export function useEntered(): (answer: { readonly error?: unknown }) => boolean {
  const dispatch = useDispatch();
  return ({ error }) => {
    if (error !== undefined) return false;
    dispatch(sessionStarted());
    return true;
  };
}
