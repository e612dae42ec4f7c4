export { FamiliesPage } from './families-page.tsx';
export { FamilyFormPage } from './family-form-page.tsx';
export { RulesPage } from './rules/rules-page.tsx';
export { FamilySheetPage } from './family-sheet-page.tsx';
