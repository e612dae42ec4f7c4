import type { ComponentType } from 'react';
import { createBrowserRouter, redirect, type RouteObject } from 'react-router';
import { Pending } from '../shared/ui/index.ts';
import { Broken, NotFound } from './not-found.tsx';
import { Shell } from './shell.tsx';
import { store } from './store.ts';

/** A page is a chunk of its own: it is fetched when somebody goes there. */
const page = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
  path,
  lazy: async () => ({ Component: await load() }),
});

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    HydrateFallback: Pending,
    children: [
      { index: true, loader: () => redirect('/yard') },
      page('yard', async () => {
        const { YardPage, askEarly } = await import('../features/yard/index.ts');
        void askEarly(store.dispatch as never);
        return YardPage;
      }),
      page('yard/lane', async () => (await import('../features/yard/index.ts')).lanePage()),
      page('morning', async () => (await import('../features/yard/index.ts')).morningPage()),
      page('before-storage', async () => (await import('../features/yard/index.ts')).storagePage()),
      page('calendar', async () => (await import('../features/yard/index.ts')).calendarPage()),
      page('bench', async () => (await import('../features/bench/index.ts')).BenchLanding),
      page('bench/:tag', async () => (await import('../features/bench/index.ts')).BenchPage),
      page('units/:tag', async () => (await import('../features/unit/index.ts')).UnitPage),
      page('units/:tag/work-sheet', async () => (await import('../features/paper/index.ts')).WorkSheetPage),
      page('checks/:id/report', async () => (await import('../features/paper/index.ts')).ReportPage),
      page('families', async () => (await import('../features/families/index.ts')).FamiliesPage),
      page('families/new', async () => (await import('../features/families/index.ts')).FamilyFormPage),
      page('families/shop-rules', async () => (await import('../features/families/index.ts')).RulesPage),
      page('families/:code/shop-rules', async () => (await import('../features/families/index.ts')).RulesPage),
      page('families/:code', async () => (await import('../features/families/index.ts')).FamilySheetPage),
      page('families/:code/edit', async () => (await import('../features/families/index.ts')).FamilyFormPage),
      page('blades', async () => (await import('../features/blades/index.ts')).BladesPage),
      page('hours', async () => (await import('../features/hours/index.ts')).HoursPage),
      page('hours/feeds', async () => (await import('../features/hours/index.ts')).FeedsPage),
      page('hours/import', async () => (await import('../features/imports/index.ts')).ReadingsImportPage),
      page('register', async () => (await import('../features/register/index.ts')).RegisterPage),
      page('register/import', async () => (await import('../features/imports/index.ts')).UnitsImportPage),
      page('families/import', async () => (await import('../features/imports/index.ts')).FamiliesImportPage),
      page('blades/import', async () => (await import('../features/imports/index.ts')).BladeSetsImportPage),
      page('labels', async () => (await import('../features/register/index.ts')).LabelsPage),
      page('people', async () => (await import('../features/people/index.ts')).PeoplePage),
      page('help', async () => (await import('../features/help/index.ts')).HelpPage),
      page('help/:name', async () => (await import('../features/help/index.ts')).HelpPage),
      page('more', async () => (await import('./more-page.tsx')).MorePage),
      page('this-device', async () => (await import('../features/device/index.ts')).DevicePage),
      page('follow-ups', async () => (await import('../features/follow-ups/index.ts')).FollowUpsPage),
      page('jobs', async () => (await import('../features/jobs/index.ts')).JobsPage),
      page('audit-log', async () => (await import('../features/audit-log/index.ts')).AuditLogPage),
      { path: '*', element: <NotFound /> },
    ],
  },
]);
