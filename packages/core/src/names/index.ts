export { isStorable } from './storable.ts';
export { nameKey, namesSomething } from './name-key.ts';
