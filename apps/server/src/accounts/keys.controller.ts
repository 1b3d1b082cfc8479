// The keys by which devices sign people in.
import { Body, Controller, Get, HttpCode, HttpStatus, Post, Req, Res } from '@nestjs/common';
import { IsString, MaxLength } from 'class-validator';
import type { Request, Response } from 'express';
import type { askKey, askNewKey, endKey, makeKey, ownKeys, Says, signInByKey } from '@green-lamp/core/api';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Accounts } from './accounts.ts';
import { Asks } from './caller.ts';
import { giveCookies } from './cookies.ts';
import { DeviceKeys } from './device-keys.ts';
import { personIn, placeOf } from './place.ts';
import type { Caller } from './sessions.ts';

export class KeyBody {
  @IsString() @MaxLength(64) id: string;
  @IsString() @MaxLength(20_000) response: string;
  @IsString() @MaxLength(200) device: string;
}
export class EndKeyBody {
  @IsString() @MaxLength(1500) id: string;
}

/** By what address the page was opened: the browser says it with every POST, and `shell/at-home` has held it against the desk's names. */
const originOf = (request: Request): string => {
  const { origin } = request.headers;
  if (origin !== undefined && URL.canParse(origin)) return origin;
  throw new ProblemException(HttpStatus.FORBIDDEN, [problem('refused', 'key', { why: 'keys are for browsers.' })]);
};

@Controller('api')
export class KeysController {
  constructor(
    private readonly accounts: Accounts,
    private readonly keys: DeviceKeys,
  ) {}

  @May('sign.in')
  @Post('sign-in/key/ask')
  @HttpCode(200)
  ask(@Req() request: Request): Promise<Says<typeof askKey>> {
    return this.keys.askSign(originOf(request));
  }

  @May('sign.in')
  @Post('sign-in/key')
  @HttpCode(200)
  async signIn(
    @Body() { id, response: signed, device }: KeyBody,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Says<typeof signInByKey>> {
    const place = placeOf(request, device);
    const person = await this.accounts.held(place, () => this.keys.signed(id, signed, originOf(request)));
    const { who, page, device: mark } = await this.accounts.byKey(person, place);
    giveCookies(response, { page, device: mark }, request.secure);
    return { who };
  }

  @May('own.keep')
  @Post('keys/ask')
  @HttpCode(200)
  async askNew(@Asks() caller: Caller | null, @Req() request: Request): Promise<Says<typeof askNewKey>> {
    const person = personIn(caller);
    const who = caller === null ? null : await this.accounts.who(caller);
    return this.keys.askNew(person, who?.name ?? 'somebody', originOf(request));
  }

  @May('own.keep')
  @Post('keys')
  @HttpCode(200)
  async make(
    @Body() { id, response, device }: KeyBody,
    @Asks() caller: Caller | null,
    @Req() request: Request,
  ): Promise<Says<typeof makeKey>> {
    await this.keys.make(personIn(caller), id, response, device, originOf(request));
    return {};
  }

  @May('own.keep')
  @Get('keys')
  list(@Asks() caller: Caller | null): Says<typeof ownKeys> {
    return { keys: caller?.person == null ? [] : this.keys.of(caller.person) };
  }

  @May('own.keep')
  @Post('keys/end')
  @HttpCode(200)
  async end(@Body() { id }: EndKeyBody, @Asks() caller: Caller | null): Promise<Says<typeof endKey>> {
    await this.keys.end(personIn(caller), id);
    return {};
  }
}
