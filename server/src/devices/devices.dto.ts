import { ApiProperty } from '@nestjs/swagger';
import { FlagField, IdField, TextField } from '../wire/fields.js';

export class NewDeviceDto {
  @TextField(60) name: string;
}

export class DeviceDto {
  @IdField() id: string;
  @TextField(60) name: string;
  @TextField(80) trustedBy: string;
  @ApiProperty({ type: String, format: 'date-time' }) trustedAt: string;
  /** The device that asks */
  @FlagField() here: boolean;
}
