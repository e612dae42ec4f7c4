import { ImportPage } from './import-page.tsx';
import { BLADE_SETS, CHECKS, FAMILIES, UNITS } from './importable.ts';

export const UnitsImportPage = () => <ImportPage of={UNITS} />;
export const FamiliesImportPage = () => <ImportPage of={FAMILIES} />;
export const BladeSetsImportPage = () => <ImportPage of={BLADE_SETS} />;
export const ChecksImportPage = () => <ImportPage of={CHECKS} />;
