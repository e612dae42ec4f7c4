export { installJobs } from './install.ts';
export { Jobs } from './jobs.ts';
export { JobsModule } from './jobs.module.ts';
export { jobCounts } from './job-counts.ts';
