import { Body, Controller, Get, Put, Query } from '@nestjs/common';
import { ApiBadRequestResponse, ApiConflictResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { ChangeStorageListDto, StorageListDto, StorageUnitsDto, StorageUnitsQuery } from './storage-list.dto.ts';
import { StorageListService } from './storage-list.service.ts';

@ApiTags('storage')
@Controller('storage-list')
export class StorageListController {
  constructor(private readonly storage: StorageListService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: StorageListDto })
  storageList(): Promise<StorageListDto> {
    return this.storage.list();
  }

  @Put()
  @RequireRole('lead')
  @ApiOkResponse({ type: StorageListDto })
  @ApiConflictResponse({ type: ProblemDto })
  async changeStorageList(@Body() change: ChangeStorageListDto): Promise<StorageListDto> {
    return valueOf(await this.storage.change(change));
  }

  @Get('units')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: StorageUnitsDto, description: 'Units in service or stored, by site and tag.' })
  @ApiBadRequestResponse({ type: ProblemDto })
  async storageUnits(@Query() query: StorageUnitsQuery): Promise<StorageUnitsDto> {
    return valueOf(await this.storage.units(query));
  }
}
