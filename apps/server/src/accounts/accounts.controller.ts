// Signing in and out, and the accounts that a lead keeps.
import { Body, Controller, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import type {
  changePassword,
  endSession,
  listAccounts,
  makeCode,
  makeToken,
  ownSessions,
  Says,
  signIn,
  signOut,
  useCode,
  whoAmI,
} from '@green-lamp/core/api';
import { isUlid, sure } from '@green-lamp/core/name';
import { May } from '../shell/may.ts';
import { CodeBody, EndBody, MakeCodeBody, PasswordBody, SignInBody, TokenBody } from './accounts.body.ts';
import { Accounts, type Given } from './accounts.ts';
import { Asks } from './caller.ts';
import { giveCookies, takeCookie } from './cookies.ts';
import { personIn, placeOf } from './place.ts';
import type { Caller } from './sessions.ts';

@Controller('api')
export class AccountsController {
  constructor(private readonly accounts: Accounts) {}

  @May('sign.in')
  @Get('me')
  async me(@Asks() caller: Caller | null): Promise<Says<typeof whoAmI>> {
    return { by: this.accounts.by, who: caller === null ? null : await this.accounts.who(caller) };
  }

  @May('sign.in')
  @Post('sign-in')
  @HttpCode(200)
  async signIn(
    @Body() { name, password, person, device }: SignInBody,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Says<typeof signIn>> {
    const place = placeOf(request, device);
    return this.#given(
      request,
      response,
      isUlid(person) ? await this.accounts.press(person, place) : await this.accounts.signIn(name ?? '', password ?? '', place),
    );
  }

  @May('sign.in')
  @Post('sign-in/code')
  @HttpCode(200)
  async code(
    @Body() { code, name, password, device }: CodeBody,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Says<typeof useCode>> {
    return this.#given(request, response, await this.accounts.byCode(code, name, password, placeOf(request, device)));
  }

  @May('own.keep')
  @Post('sign-out')
  @HttpCode(200)
  async signOut(
    @Asks() caller: Caller | null,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Says<typeof signOut>> {
    if (caller?.session != null) await this.accounts.signOut(caller.session);
    takeCookie(response, request.secure);
    return {};
  }

  @May('own.keep')
  @Post('password')
  @HttpCode(200)
  async password(@Body() { old, password }: PasswordBody, @Asks() caller: Caller | null): Promise<Says<typeof changePassword>> {
    personIn(caller);
    if (caller !== null) await this.accounts.changePassword(caller, old, password);
    return {};
  }

  @May('own.keep')
  @Get('sessions')
  sessions(@Asks() caller: Caller | null): Says<typeof ownSessions> {
    return { sessions: caller?.person == null ? [] : this.accounts.sessionsOf(caller.person, caller.session?.id ?? null) };
  }

  @May('own.keep')
  @Post('sessions/end')
  @HttpCode(200)
  async end(@Body() { id }: EndBody, @Asks() caller: Caller | null): Promise<Says<typeof endSession>> {
    if (caller !== null) await this.accounts.end(id, caller);
    return {};
  }

  @May('accounts.lead')
  @Get('accounts')
  list(@Asks() caller: Caller | null): Promise<Says<typeof listAccounts>> {
    return this.accounts.list(caller?.session?.id ?? null);
  }

  @May('accounts.lead')
  @Post('accounts/code')
  @HttpCode(200)
  async makeCode(@Body() { person }: MakeCodeBody, @Asks() caller: Caller | null): Promise<Says<typeof makeCode>> {
    return this.accounts.makeCode(sure(isUlid, person), personIn(caller));
  }

  @May('accounts.lead')
  @Post('tokens')
  @HttpCode(200)
  async makeToken(@Body() { label, role, days }: TokenBody, @Asks() caller: Caller | null): Promise<Says<typeof makeToken>> {
    return { token: await this.accounts.makeToken(label, role, days, personIn(caller)) };
  }

  #given(request: Request, response: Response, { who, page, device }: Given): Says<typeof signIn> {
    giveCookies(response, { page, device }, request.secure);
    return { who };
  }
}
