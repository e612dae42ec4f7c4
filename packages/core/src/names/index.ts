export { nameKey, namesSomething } from './name-key.ts';
