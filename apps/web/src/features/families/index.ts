export { FamiliesPage } from './families-page.tsx';
export { FamilyFormPage } from './family-form-page.tsx';
export { FamilySheetPage } from './family-sheet-page.tsx';
