export { useMay, useMe, type Operation } from './me.ts';
export { ROLE_WORDS } from './role-words.ts';
