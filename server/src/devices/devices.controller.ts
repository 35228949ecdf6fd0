import { Body, Controller, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { DEVICE_COOKIE, deviceToken, longCookie } from '../auth/cookies.js';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { SERVER_CONFIG, type ServerConfig } from '../config.js';
import type { Person } from '../people/person.entity.js';
import type { Device } from './device.entity.js';
import { DeviceDto, NewDeviceDto } from './devices.dto.js';
import { DevicesService } from './devices.service.js';

const toDto = ({ id, name, trustedBy, trustedAt }: Device, here: boolean): DeviceDto => ({
  id,
  name,
  trustedBy: trustedBy.name,
  trustedAt: trustedAt.toISOString(),
  here,
});

@ApiTags('devices')
@Controller('devices')
export class DevicesController {
  constructor(
    private readonly devices: DevicesService,
    @Inject(SERVER_CONFIG) private readonly config: ServerConfig,
  ) {}

  @Get()
  @Needs('trustDevice')
  @ApiOkResponse({ type: [DeviceDto] })
  async list(@Req() request: Request): Promise<DeviceDto[]> {
    const here = await this.devices.ofToken(deviceToken(request));
    return (await this.devices.list()).map((device) => toDto(device, device.id === here?.id));
  }

  /** Trusts the device that asks: people with a code may switch on it from now on. */
  @Post()
  @Needs('trustDevice')
  @ApiCreatedResponse({ type: DeviceDto })
  async trust(@Body() body: NewDeviceDto, @CurrentPerson() person: Person, @Res({ passthrough: true }) response: Response): Promise<DeviceDto> {
    const { device, token } = await this.devices.trust(body.name, person);
    response.cookie(DEVICE_COOKIE, token, longCookie(this.config));
    return toDto(device, true);
  }

  @Post(':id/forget')
  @Needs('people')
  @HttpCode(204)
  @ApiNoContentResponse()
  async forget(@Param('id', ParseUUIDPipe) id: string, @CurrentPerson() person: Person): Promise<void> {
    await this.devices.forget(id, person);
  }
}
