import { Module } from '@nestjs/common';
import { UnitsModule } from '../units/index.ts';
import { ImportsController } from './imports.controller.ts';
import { ImportsService } from './imports.service.ts';

@Module({ imports: [UnitsModule], providers: [ImportsService], controllers: [ImportsController] })
export class ImportsModule {}
