export { Key, KeysProvider, useKeys, useListedKeys, type KeyBinding } from './keys.tsx';
export { DegreesSwitch } from './degrees-switch.tsx';
export { Pending } from './pending.tsx';
export { ProblemNote } from './problem-note.tsx';
export { useMirroredParam } from './use-mirrored-param.ts';
export { useTitle } from './use-title.ts';
export { ZoneSelect } from './zone-select.tsx';
export { useWidth } from './use-width.ts';
