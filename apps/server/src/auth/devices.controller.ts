import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { IdField, RequireRole, ProblemDto, currentPerson, valueOf } from '../platform/index.ts';
import { Cookies } from './cookies.ts';
import { DevicesService } from './devices.service.ts';
import { TRUSTED_FOR } from './session.entity.ts';
import { DeviceEntity } from './session.entity.ts';
import { DeviceDto, NewDeviceDto } from './auth.dto.ts';

class DeviceParam {
  @IdField()
  id!: string;
}

@ApiTags('devices')
@Controller('devices')
export class DevicesController {
  constructor(
    private readonly devices: DevicesService,
    private readonly cookies: Cookies,
  ) {}

  @Get()
  @RequireRole('lead')
  @ApiOkResponse({ type: [DeviceDto] })
  async listDevices(): Promise<DeviceDto[]> {
    return (await this.devices.all()).map((device) => deviceDto(device));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: DeviceDto, description: 'The browser that asks is trusted: its cookie says so.' })
  @ApiConflictResponse({ type: ProblemDto })
  async trustDevice(
    @Body() { id, name }: NewDeviceDto,
    @Res({ passthrough: true }) response: Response,
  ): Promise<DeviceDto> {
    const { device, token } = valueOf(await this.devices.trust(id, name));
    this.cookies.keepDevice(response, token, new Date(device.trustedAt.getTime() + TRUSTED_FOR));
    return deviceDto(device, currentPerson().name);
  }

  @Post(':id/revoke')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: DeviceDto, description: 'Trusted no more; whoever signed in there by PIN is signed out.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async revokeDevice(@Param() { id }: DeviceParam): Promise<DeviceDto> {
    return deviceDto(valueOf(await this.devices.revoke(id)));
  }
}

const deviceDto = ({ id, name, trustedAt, trustedBy }: DeviceEntity, by = trustedBy?.name ?? ''): DeviceDto => ({
  id,
  name,
  trustedBy: by,
  trustedAt: trustedAt.toISOString(),
});
