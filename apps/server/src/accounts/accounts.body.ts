import { mostPassword } from '@green-lamp/core/api';
import { type Role, roles } from '@green-lamp/core/name';
import { IsIn, IsInt, IsString, Matches, Max, MaxLength, Min, ValidateIf } from 'class-validator';

const ulid = /^[0-7][0-9A-HJKMNP-TV-Z]{25}$/;

export class SignInBody {
  @ValidateIf((body: SignInBody) => body.name !== undefined) @IsString() @MaxLength(60) name?: string;
  @ValidateIf((body: SignInBody) => body.password !== undefined) @IsString() @MaxLength(mostPassword) password?: string;
  @ValidateIf((body: SignInBody) => body.person !== undefined) @Matches(ulid) person?: string;
  @IsString() @MaxLength(200) device: string;
}
export class CodeBody {
  @IsString() @MaxLength(40) code: string;
  @IsString() @MaxLength(60) name: string;
  @IsString() @MaxLength(mostPassword) password: string;
  @IsString() @MaxLength(200) device: string;
}
export class PasswordBody {
  @IsString() @MaxLength(mostPassword) old: string;
  @IsString() @MaxLength(mostPassword) password: string;
}
export class EndBody {
  @IsString() @MaxLength(64) id: string;
}
export class MakeCodeBody {
  @Matches(ulid) person: string;
}
export class TokenBody {
  @IsString() @MaxLength(60) label: string;
  @IsIn(roles) role: Role;
  @IsInt() @Min(1) @Max(3660) days: number;
}
