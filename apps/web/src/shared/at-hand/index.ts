import { useEffect } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import { type AtHand, atHand } from './at-hand.ts';

export { atHand, type AtHand } from './at-hand.ts';

/** The figures of the open check; null outside of the bench. */
export const useAtHand = (): AtHand | null => useSelector(atHand.selectors.now);

/** Lays these figures out for the calculator while the component is shown. */
export function useLaidOut(figures: AtHand): void {
  const dispatch = useDispatch();
  const text = JSON.stringify(figures);
  useEffect(() => {
    dispatch(atHand.actions.laidOut(JSON.parse(text) as AtHand));
  }, [dispatch, text]);
  useEffect(() => () => void dispatch(atHand.actions.cleared()), [dispatch]);
}
