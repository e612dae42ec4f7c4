export { ReportPage } from './report-page.tsx';
export { WorkSheetPage } from './work-sheet-page.tsx';
