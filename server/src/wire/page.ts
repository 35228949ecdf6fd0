import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, IsString, Length, Max, Min } from 'class-validator';

export const PAGE = 60;
const MOST = 200;

/** Which part of a list: after so many, at most so many, and only what has these letters in its names. */
export class PageQueryDto {
  @ApiProperty({ type: String, required: false, maxLength: 120 }) @IsOptional() @IsString() @Length(0, 120) search?: string;
  @ApiProperty({ type: Number, required: false, minimum: 0 }) @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(1e6) offset?: number;
  @ApiProperty({ type: Number, required: false, minimum: 1, maximum: MOST })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(MOST)
  limit?: number;
}

/** Letters that somebody looks for, as `like` takes them: what means something to it means itself. */
export function likePattern(search: string | undefined): string | null {
  const letters = search?.trim() ?? '';
  return letters === '' ? null : `%${letters.replace(/[\\%_]/g, '\\$&')}%`;
}
