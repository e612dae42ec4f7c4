export { BladeSetsImportPage, FamiliesImportPage, UnitsImportPage } from './import-pages.tsx';
