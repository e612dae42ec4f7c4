export { Hatches } from './hatches.tsx';
