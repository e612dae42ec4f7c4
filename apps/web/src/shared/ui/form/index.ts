export { oneOf } from './rules.ts';
export { FormDialog } from './form-dialog.tsx';
export { ShopField } from './shop-field.tsx';
export { ShopForm } from './shop-form.tsx';
