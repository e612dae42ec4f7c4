export { useLive } from './use-live.ts';
