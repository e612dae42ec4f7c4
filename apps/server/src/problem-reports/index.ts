export { ProblemReportEntity } from './problem-report.entity.ts';
export { ProblemReportsModule } from './problem-reports.module.ts';
export {
  ProblemReportsService,
  closeAgain,
  closeProblemReports,
  reopenProblemReports,
  openProblemReports,
} from './problem-reports.service.ts';
