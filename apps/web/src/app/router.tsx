import { createBrowserRouter, redirect } from 'react-router';
import { BenchLanding, BenchPage } from '../features/bench/index.ts';
import { PeoplePage } from '../features/people/index.ts';
import { FamiliesPage, FamilyFormPage, FamilySheetPage, RulesPage } from '../features/families/index.ts';
import { BladesPage } from '../features/blades/index.ts';
import { BLADE_SETS, FAMILIES, ImportPage, UNITS } from '../features/imports/index.ts';
import { LabelsPage, RegisterPage } from '../features/register/index.ts';
import { AuditLogPage } from '../features/audit-log/index.ts';
import { UnitPage } from '../features/unit/index.ts';
import { YardPage } from '../features/yard/index.ts';
import { Broken, Nowhere } from './not-found.tsx';
import { Shell } from './shell.tsx';

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { index: true, loader: () => redirect('/yard') },
      { path: 'yard', element: <YardPage /> },
      { path: 'bench', element: <BenchLanding /> },
      { path: 'bench/:tag', element: <BenchPage /> },
      { path: 'units/:tag', element: <UnitPage /> },
      { path: 'families', element: <FamiliesPage /> },
      { path: 'families/new', element: <FamilyFormPage /> },
      { path: 'families/shop-rules', element: <RulesPage /> },
      { path: 'families/:code/shop-rules', element: <RulesPage /> },
      { path: 'families/:code', element: <FamilySheetPage /> },
      { path: 'families/:code/edit', element: <FamilyFormPage /> },
      { path: 'blades', element: <BladesPage /> },
      { path: 'register', element: <RegisterPage /> },
      { path: 'register/import', element: <ImportPage key="units" of={UNITS} /> },
      { path: 'families/import', element: <ImportPage key="families" of={FAMILIES} /> },
      { path: 'blades/import', element: <ImportPage key="blade-sets" of={BLADE_SETS} /> },
      { path: 'labels', element: <LabelsPage /> },
      { path: 'people', element: <PeoplePage /> },
      { path: 'record', element: <AuditLogPage /> },
      { path: '*', element: <Nowhere /> },
    ],
  },
]);
