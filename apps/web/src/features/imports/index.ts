export { BladeSetsImportPage, ChecksImportPage, FamiliesImportPage, UnitsImportPage } from './import-pages.tsx';
export { ReadingsImportPage } from './readings-import-page.tsx';
