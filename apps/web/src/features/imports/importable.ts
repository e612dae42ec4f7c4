import {
  useImportBladeSetsMutation,
  useImportChecksMutation,
  useImportFamiliesMutation,
  useImportUnitsMutation,
  usePreviewBladeSetsMutation,
  usePreviewChecksMutation,
  usePreviewFamiliesMutation,
  usePreviewUnitsMutation,
} from '../../shared/api/index.ts';
import type { Operation } from '../../shared/me/index.ts';

/** A kind of record that can be imported, with its words and requests. */
export interface Importable {
  readonly title: string;
  readonly one: string;
  readonly many: string;
  /** The identifying column. */
  readonly name: string;
  /** The effect of the file on stored records. */
  readonly about: string;
  readonly template: string;
  readonly home: { readonly path: string; readonly words: string };
  readonly operation: Operation;
  readonly usePreview:
    | typeof usePreviewUnitsMutation
    | typeof usePreviewFamiliesMutation
    | typeof usePreviewBladeSetsMutation
    | typeof usePreviewChecksMutation;
  readonly useCarryOut:
    | typeof useImportUnitsMutation
    | typeof useImportFamiliesMutation
    | typeof useImportBladeSetsMutation
    | typeof useImportChecksMutation;
}

export const UNITS: Importable = {
  title: 'Import units',
  one: 'unit',
  many: 'units',
  name: 'Tag',
  about: 'Units with a known tag are updated. Others are added.',
  template: '/api/exports/units-template.csv',
  home: { path: '/register', words: 'the units' },
  operation: 'importUnits',
  usePreview: usePreviewUnitsMutation,
  useCarryOut: useImportUnitsMutation,
};

export const FAMILIES: Importable = {
  title: 'Import families',
  one: 'family',
  many: 'families',
  name: 'Code',
  about:
    'Families with a known code get the sheet from the file. Others are added with their source in use. A second source is added beside the first: choose the one to use on the sheet.',
  template: '/api/exports/families-template.csv',
  home: { path: '/families', words: 'the families' },
  operation: 'importFamilies',
  usePreview: usePreviewFamiliesMutation,
  useCarryOut: useImportFamiliesMutation,
};

export const BLADE_SETS: Importable = {
  title: 'Import blade sets',
  one: 'set',
  many: 'sets',
  name: 'Set',
  about: 'One blade per row. A set with a known name gets the blades from the file. Others are added.',
  template: '/api/exports/blade-sets-template.csv',
  home: { path: '/blades', words: 'the blade sets' },
  operation: 'importBladeSets',
  usePreview: usePreviewBladeSetsMutation,
  useCarryOut: useImportBladeSetsMutation,
};

export const CHECKS: Importable = {
  title: 'Import past checks',
  one: 'check',
  many: 'checks',
  name: 'Unit',
  about:
    'One valve per row; rows of one unit, day and person are one check. Checks count at their own date, marked as entered later. What is on record already stays as it is.',
  template: '/api/exports/checks-template.csv',
  home: { path: '/register', words: 'the units' },
  operation: 'importChecks',
  usePreview: usePreviewChecksMutation,
  useCarryOut: useImportChecksMutation,
};
