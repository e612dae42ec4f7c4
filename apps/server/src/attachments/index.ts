export { AttachmentContentEntity, AttachmentEntity } from './attachment.entity.ts';
export { AttachmentsModule } from './attachments.module.ts';
export { MOST_BYTES } from './attachments.service.ts';
