// Opening a port: the one that it got, or as the system says why not.
import type { Server } from 'node:net';

/** Opens `port` (0: a free one) on `host`; gives the port that it got. */
export const openPort = (server: Server, host: string, port: number): Promise<number> =>
  new Promise((done, failed) => {
    server.once('error', failed);
    server.listen(port, host, () => {
      server.off('error', failed);
      const address = server.address();
      done(typeof address === 'object' && address !== null ? address.port : port);
    });
  });
