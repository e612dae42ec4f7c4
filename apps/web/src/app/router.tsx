import type { ComponentType } from 'react';
import { createBrowserRouter, redirect } from 'react-router';
import { Pending } from '../shared/ui/index.ts';
import { Broken, NotFound } from './not-found.tsx';
import { PAGES, type PagePath } from './pages.ts';
import { Shell } from './shell.tsx';
import { store } from './store.ts';

/** The component of each declared page. Each feature is a chunk of its own, fetched on the first visit. */
const COMPONENTS: Readonly<Record<PagePath, () => Promise<ComponentType>>> = {
  '/yard': async () => {
    const { YardPage, askEarly } = await import('../features/yard/index.ts');
    void askEarly(store.dispatch as never);
    return YardPage;
  },
  '/yard/lane': async () => (await import('../features/yard/index.ts')).lanePage(),
  '/morning': async () => (await import('../features/yard/index.ts')).morningPage(),
  '/before-storage': async () => (await import('../features/yard/index.ts')).storagePage(),
  '/calendar': async () => (await import('../features/yard/index.ts')).calendarPage(),
  '/bench': async () => (await import('../features/bench/index.ts')).BenchLanding,
  '/bench/:tag': async () => (await import('../features/bench/index.ts')).BenchPage,
  '/units/:tag': async () => (await import('../features/unit/index.ts')).UnitPage,
  '/units/:tag/work-sheet': async () => (await import('../features/paper/index.ts')).WorkSheetPage,
  '/checks/:id/report': async () => (await import('../features/paper/index.ts')).ReportPage,
  '/families': async () => (await import('../features/families/index.ts')).FamiliesPage,
  '/families/new': async () => (await import('../features/families/index.ts')).FamilyFormPage,
  '/families/shop-rules': async () => (await import('../features/families/index.ts')).RulesPage,
  '/families/:code/shop-rules': async () => (await import('../features/families/index.ts')).RulesPage,
  '/families/:code': async () => (await import('../features/families/index.ts')).FamilySheetPage,
  '/families/:code/edit': async () => (await import('../features/families/index.ts')).FamilyFormPage,
  '/families/import': async () => (await import('../features/imports/index.ts')).FamiliesImportPage,
  '/blades': async () => (await import('../features/blades/index.ts')).BladesPage,
  '/register/import-checks': async () => (await import('../features/imports/index.ts')).ChecksImportPage,
  '/blades/import': async () => (await import('../features/imports/index.ts')).BladeSetsImportPage,
  '/hours': async () => (await import('../features/hours/index.ts')).HoursPage,
  '/hours/feeds': async () => (await import('../features/hours/index.ts')).FeedsPage,
  '/hours/import': async () => (await import('../features/imports/index.ts')).ReadingsImportPage,
  '/register': async () => (await import('../features/register/index.ts')).RegisterPage,
  '/register/import': async () => (await import('../features/imports/index.ts')).UnitsImportPage,
  '/labels': async () => (await import('../features/register/index.ts')).LabelsPage,
  '/people': async () => (await import('../features/people/index.ts')).PeoplePage,
  '/help': async () => (await import('../features/help/index.ts')).HelpPage,
  '/help/:name': async () => (await import('../features/help/index.ts')).HelpPage,
  '/more': async () => (await import('./more-page.tsx')).MorePage,
  '/this-device': async () => (await import('../features/device/index.ts')).DevicePage,
  '/follow-ups': async () => (await import('../features/follow-ups/index.ts')).FollowUpsPage,
  '/jobs': async () => (await import('../features/jobs/index.ts')).JobsPage,
  '/audit-log': async () => (await import('../features/audit-log/index.ts')).AuditLogPage,
};

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    HydrateFallback: Pending,
    children: [
      { index: true, loader: () => redirect('/yard') },
      ...PAGES.map(({ path }) => ({ path, lazy: async () => ({ Component: await COMPONENTS[path]() }) })),
      { path: '*', element: <NotFound /> },
    ],
  },
]);
