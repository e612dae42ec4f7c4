export { ProblemReportEntity } from './problem-report.entity.ts';
export { ProblemReportsModule } from './problem-reports.module.ts';
export {
  ProblemReportsService,
  closeAgain,
  closeProblemReports,
  reopenProblemReports,
  OPEN_PROBLEMS,
} from './problem-reports.service.ts';
