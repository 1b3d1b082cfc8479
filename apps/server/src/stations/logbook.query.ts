// Which entries of every station's logbook.
import { Type } from 'class-transformer';
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';

const mostWhole = Number.MAX_SAFE_INTEGER;
export class LogbookQuery {
  @IsOptional() @IsString() @MaxLength(100) text?: string;
  @IsOptional() @IsString() @MaxLength(80) who?: string;
  @IsOptional() @IsString() @MaxLength(40) about?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(mostWhole) from?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) @Max(mostWhole) to?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(mostWhole) before?: number;
}
