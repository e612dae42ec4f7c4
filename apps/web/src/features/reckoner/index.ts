export { Reckoner } from './reckoner.tsx';
