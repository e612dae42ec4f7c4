import { type DynamicModule, Module } from '@nestjs/common';
import { BackupsController } from './backups.controller.ts';
import { BackupKeeper, BackupsService } from './backups.service.ts';

@Module({})
export class BackupsModule {
  static keptBy(keeper: BackupKeeper): DynamicModule {
    return {
      module: BackupsModule,
      providers: [{ provide: BackupKeeper, useValue: keeper }, BackupsService],
      controllers: [BackupsController],
    };
  }
}
