export { LabelsPage } from './labels-page.tsx';
export { RegisterPage } from './register-page.tsx';
export { UnitForm } from './unit-form.tsx';
