// [P2] The live channel is opened to our own page alone: an upgrade from another Host or Origin is refused before it is one.
import type { IncomingMessage } from 'node:http';
import type { INestApplicationContext } from '@nestjs/common';
import { WsAdapter } from '@nestjs/platform-ws';
import { foreign } from '../shell/at-home.ts';
import type { Reached } from '../tls/reached.ts';

export class OwnPageAdapter extends WsAdapter {
  constructor(
    app: INestApplicationContext,
    private readonly reached: Reached,
  ) {
    super(app);
  }
  override create(port: number, options?: Parameters<WsAdapter['create']>[1]): ReturnType<WsAdapter['create']> {
    const verifyClient = ({ req }: { req: IncomingMessage }): boolean =>
      foreign(req, this.reached.names, this.reached.isSecure(req)) === null;
    return super.create(port, { ...options, verifyClient } as typeof options); // handed on to ws as it is
  }
}
