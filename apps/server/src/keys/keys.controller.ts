import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { IdField, RequireRole, ProblemDto, currentPerson, valueOf } from '../platform/index.ts';
import { KeyDto, MadeKeyDto, NewKeyDto, keyDto } from './key.dto.ts';
import { KeysService } from './keys.service.ts';

class KeyParam {
  @IdField()
  id!: string;
}

@ApiTags('access keys')
@Controller('keys')
export class KeysController {
  constructor(private readonly keys: KeysService) {}

  @Get()
  @RequireRole('owner')
  @ApiOkResponse({ type: [KeyDto] })
  async listKeys(): Promise<KeyDto[]> {
    return (await this.keys.all()).map((key) => keyDto(key));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: MadeKeyDto })
  @ApiConflictResponse({ type: ProblemDto })
  async makeKey(@Body() wanted: NewKeyDto): Promise<MadeKeyDto> {
    const { key, secret } = valueOf(await this.keys.make(wanted));
    return { ...keyDto(key, currentPerson().name), secret };
  }

  @Post(':id/revoke')
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: KeyDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async revokeKey(@Param() { id }: KeyParam): Promise<KeyDto> {
    return keyDto(valueOf(await this.keys.revoke(id)));
  }
}
