import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsObject, IsString, Matches, MaxLength, ValidateNested } from 'class-validator';

export class SealedBody {
  @Matches(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/) ref: string;
  @Matches(/^[0-9a-f]{64}$/) to: string;
  @Matches(/^[0-9a-f]{64}$/) from: string;
  @Matches(/^[0-9a-f]{48}$/) nonce: string;
  @Matches(/^(?:[0-9a-f]{2}){16,2048}$/) box: string;
}

/** Only the outside is judged here; the core's parser judges each text. */
export class AppendBody {
  @IsArray() @ArrayMaxSize(200) @IsString({ each: true }) @MaxLength(262_144, { each: true }) entries: string[];
  @IsArray() @ArrayMaxSize(200) @IsObject({ each: true }) @ValidateNested({ each: true }) @Type(() => SealedBody) secrets: SealedBody[];
}
