export { Key, KeysProvider, useKeys, useListedKeys, type KeyBinding } from './keys.tsx';
export { DegreesSwitch } from './degrees-switch.tsx';
export { Pending } from './pending.tsx';
export { ProblemNote } from './problem-note.tsx';
export {
  choiceInAddress,
  choiceOr,
  figureInAddress,
  numberInAddress,
  readAddress,
  textInAddress,
  useAddressState,
  type AddressState,
} from './use-address-state.ts';
export { Field } from './field.tsx';
export { EmptyPlace, PageFrame, PagePlaceProvider, type PageLink } from './frame/index.ts';
export { UnitFailed } from './unit-failed.tsx';
export { StalePanel, type BothVersions } from './stale-panel.tsx';
export { BOUND_DAY, DayField } from './day-field.tsx';
export {
  FormDialog,
  NOT_DONE,
  ShopField,
  ShopForm,
  isStale,
  oneOf,
  renamed,
  unreadable,
  useBaseVersion,
} from './form/index.ts';
export { usePhone } from './use-phone.ts';
export { useDebounced, useLater } from './use-debounced.ts';
export { useTitle } from './use-title.ts';
export { LocaleSelect } from './locale-select.tsx';
export { ZoneSelect } from './zone-select.tsx';
export { useWidth } from './use-width.ts';
export { OpenProblems } from './open-problems.tsx';
export { ReadingForm } from './reading-form.tsx';
export { canSpeak, speak } from './speech.ts';
