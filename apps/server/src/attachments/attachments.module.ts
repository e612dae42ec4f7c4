import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AttachmentContentEntity, AttachmentEntity } from './attachment.entity.ts';
import { AttachmentsController } from './attachments.controller.ts';
import { AttachmentsService } from './attachments.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AttachmentEntity, AttachmentContentEntity])],
  providers: [AttachmentsService],
  controllers: [AttachmentsController],
})
export class AttachmentsModule {}
