import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Needs } from '../platform/index.ts';
import { FamiliesService, familyDto } from './families.service.ts';
import { FamilyDto } from './family.dto.ts';

@ApiTags('families')
@Controller('families')
export class FamiliesController {
  constructor(private readonly families: FamiliesService) {}

  @Get()
  @Needs('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: [FamilyDto] })
  async listFamilies(): Promise<FamilyDto[]> {
    return (await this.families.all()).map(familyDto);
  }
}
