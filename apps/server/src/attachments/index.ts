export { AttachmentContentEntity, AttachmentEntity } from './attachment.entity.ts';
export { AttachmentsModule } from './attachments.module.ts';
