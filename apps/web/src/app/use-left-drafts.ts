import { useEffect } from 'react';
import { useStore } from 'react-redux';
import { useMe } from '../shared/me/index.ts';
import { deviceStore } from '../shared/outbox/index.ts';

/** Sends unsent bench entries of this device at sign-in and when the network is back. */
export function useLeftDrafts(): void {
  const { dispatch } = useStore();
  const { id } = useMe();
  useEffect(() => {
    const send = async (): Promise<void> => {
      if (deviceStore().keys('sturdy-shim.draft.').length === 0) return;
      const { sendShopsLeftDrafts } = await import('../features/bench/index.ts');
      await sendShopsLeftDrafts(dispatch, id);
    };
    const resume = (): void => void send();
    resume();
    window.addEventListener('online', resume);
    return () => window.removeEventListener('online', resume);
  }, [dispatch, id]);
}
