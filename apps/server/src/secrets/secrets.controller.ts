import { Body, Controller, Get, HttpCode, HttpStatus, Post, Query } from '@nestjs/common';
import { IsString, Matches, MaxLength } from 'class-validator';
import { isStream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { readEntry, readData } from '@green-lamp/core/journal';
import type { revealSecret, Says, secretsKey, secretTraits } from '@green-lamp/core/api';
import { Take } from '../journal/take.ts';
import { Asks } from '../accounts/caller.ts';
import { byOf } from '../accounts/reach.ts';
import type { Caller } from '../accounts/sessions.ts';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { Vault } from './vault.ts';

export class TraitsQuery {
  @IsString() @MaxLength(60) stream: string;
}
/** A reveal is an entry: its text comes with the key of the page to which the answer is sealed. */
export class RevealBody {
  @IsString() @MaxLength(4096) entry: string;
  @Matches(/^[0-9a-f]{64}$/) to: string;
}

@Controller('api/secrets')
export class SecretsController {
  constructor(
    private readonly vault: Vault,
    private readonly take: Take,
  ) {}

  @May('secrets.seal')
  @Get('key')
  key(): Says<typeof secretsKey> {
    return { key: this.vault.publicKey };
  }

  @May('secrets.seal')
  @Get('traits')
  async traits(@Query() { stream }: TraitsQuery): Promise<Says<typeof secretTraits>> {
    return { traits: isStream(stream) ? await this.vault.traits(stream) : [] };
  }

  @May('secrets.reveal')
  @Post('reveal')
  @HttpCode(200)
  async reveal(@Body() { entry, to }: RevealBody, @Asks() caller: Caller | null): Promise<Says<typeof revealSecret>> {
    const read = readEntry(entry);
    const data = read.ok ? readData(read.value) : read;
    if (!read.ok || !data.ok || data.value?.kind !== 'secret.revealed')
      throw new ProblemException(HttpStatus.BAD_REQUEST, data.ok ? [problem('type', 'entry', { want: 'a reveal' })] : data.problems);
    const [answer] = await this.take.entries([entry], [], byOf(caller));
    if (answer?.is === 'refused')
      throw new ProblemException(HttpStatus.FORBIDDEN, [
        problem('refused', 'entry', { why: answer.problems.map(({ sentence }) => sentence).join(' ') }),
      ]);
    const sealed = await this.vault.reveal(read.value.stream, data.value.data.ref, to);
    if (sealed === null)
      throw new ProblemException(HttpStatus.NOT_FOUND, [
        problem('refused', 'ref', { why: 'This secret is no longer here, or its key is lost.' }),
      ]);
    return { sealed };
  }
}
