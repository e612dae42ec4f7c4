import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FamiliesModule } from '../families/index.ts';
import { UnitsModule } from '../units/index.ts';
import { AmendmentEntity } from './amendment.entity.ts';
import { AmendmentsService } from './amendments.service.ts';
import { BladeToleranceListener } from './blade-tolerance-listener.ts';
import { CheckEntity, FindingEntity } from './check.entity.ts';
import { ChecksController } from './checks.controller.ts';
import { EngineQuestionEntity } from './engine-question.entity.ts';
import { EngineQuestionsService } from './engine-questions.service.ts';
import { ChecksService } from './checks.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([CheckEntity, FindingEntity, AmendmentEntity, EngineQuestionEntity]),
    UnitsModule,
    FamiliesModule,
  ],
  providers: [ChecksService, AmendmentsService, EngineQuestionsService, BladeToleranceListener],
  controllers: [ChecksController],
  exports: [ChecksService],
})
export class ChecksModule {}
