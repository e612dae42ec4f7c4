export { isStorable } from './storable.ts';
export { unprintableShown } from './unprintable.ts';
export { nameKey, namesSomething } from './name-key.ts';
