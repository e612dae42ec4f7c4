export { ComplaintEntity, SYMPTOMS } from './complaint.entity.ts';
export { ComplaintsModule } from './complaints.module.ts';
export {
  ComplaintsService,
  closeAgain,
  closeComplaints,
  reopenComplaints,
  openComplaints,
} from './complaints.service.ts';
