import { Module } from '@nestjs/common';
import { DigestController } from './digest.controller.ts';
import { DigestService } from './digest.service.ts';
import { Mailer } from './mailer.ts';

@Module({ providers: [DigestService, Mailer], controllers: [DigestController] })
export class DigestModule {}
