export { ImportPage } from './import-page.tsx';
export { BLADE_SETS, FAMILIES, UNITS } from './importable.ts';
