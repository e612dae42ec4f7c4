export { ComplaintEntity, SYMPTOMS } from './complaint.entity.ts';
export { ComplaintsModule } from './complaints.module.ts';
export { ComplaintsService, closeComplaints, openComplaints } from './complaints.service.ts';
