export { oneOf } from './rules.ts';
export { FormDialog } from './form-dialog.tsx';
export { ShopField } from './shop-field.tsx';
export { isStale, useBaseVersion } from './use-base-version.tsx';
export { NOT_DONE, ShopForm } from './shop-form.tsx';
export { renamed, unreadable } from './problem-fields.ts';
