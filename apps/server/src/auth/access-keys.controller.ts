import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { IdField, RequireRole, ProblemDto, currentPerson, valueOf } from '../platform/index.ts';
import { AccessKeyDto, MadeAccessKeyDto, NewAccessKeyDto, keyDto } from './access-key.dto.ts';
import { AccessKeysService } from './access-keys.service.ts';

class KeyParam {
  @IdField()
  id!: string;
}

@ApiTags('access keys')
@Controller('access-keys')
export class AccessKeysController {
  constructor(private readonly keys: AccessKeysService) {}

  @Get()
  @RequireRole('owner')
  @ApiOkResponse({ type: [AccessKeyDto] })
  async listAccessKeys(): Promise<AccessKeyDto[]> {
    return (await this.keys.all()).map((key) => keyDto(key));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: MadeAccessKeyDto })
  @ApiConflictResponse({ type: ProblemDto })
  async createAccessKey(@Body() wanted: NewAccessKeyDto): Promise<MadeAccessKeyDto> {
    const { key, secret } = valueOf(await this.keys.make(wanted));
    return { ...keyDto(key, currentPerson().name), secret };
  }

  @Post(':id/revoke')
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: AccessKeyDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async revokeAccessKey(@Param() { id }: KeyParam): Promise<AccessKeyDto> {
    return keyDto(valueOf(await this.keys.revoke(id)));
  }
}
