import { Module } from '@nestjs/common';
import { UnitsModule } from '../units/index.ts';
import { PastChecksController } from './past-checks.controller.ts';
import { PastChecksService } from './past-checks.service.ts';

@Module({ imports: [UnitsModule], providers: [PastChecksService], controllers: [PastChecksController] })
export class PastChecksModule {}
