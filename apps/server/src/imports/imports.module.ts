import { Module } from '@nestjs/common';
import { BladeSetsModule } from '../blade-sets/index.ts';
import { FamiliesModule } from '../families/index.ts';
import { ReadingsModule } from '../readings/index.ts';
import { UnitsModule } from '../units/index.ts';
import { ArchiveController } from './archive/archive.controller.ts';
import { ArchiveService } from './archive/archive.service.ts';
import { BladeSetsFilesController } from './blade-sets/blade-sets-files.controller.ts';
import { BladeSetsImport } from './blade-sets/blade-sets-import.ts';
import { ChecksFilesController } from './checks/checks-files.controller.ts';
import { ChecksImport } from './checks/checks-import.ts';
import { FamiliesFilesController } from './families/families-files.controller.ts';
import { FamiliesImport } from './families/families-import.ts';
import { ReadingsFilesController } from './readings/readings-files.controller.ts';
import { ReadingsImport } from './readings/readings-import.service.ts';
import { ImportProgressController } from './import-progress.controller.ts';
import { ImportProgress } from './import-progress.ts';
import { UnitsFilesController } from './units/units-files.controller.ts';
import { UnitsImport } from './units/units-import.ts';

@Module({
  imports: [ReadingsModule, UnitsModule, FamiliesModule, BladeSetsModule],
  providers: [
    ImportProgress,
    UnitsImport,
    FamiliesImport,
    BladeSetsImport,
    ChecksImport,
    ReadingsImport,
    ArchiveService,
  ],
  controllers: [
    UnitsFilesController,
    FamiliesFilesController,
    BladeSetsFilesController,
    ChecksFilesController,
    ArchiveController,
    ReadingsFilesController,
    ImportProgressController,
  ],
})
export class ImportsModule {}
