// Tries a station's doors from outside, as anybody could: a connection that is taken is an answer. Nothing is said on it.
import { connect } from 'node:net';
import type { Door } from '@green-lamp/core/walk';
import type { TriedDoor } from '@green-lamp/core/api';
import { plainAddress } from '../desk/listeners/listener.ts';

const patience = 5000;

/** Whether somebody takes a connection there; `own`: it would be the desk's own machine. */
export const tryDoor = ({ modem, host, port }: Door, isOwn: (address: string) => boolean): Promise<TriedDoor> =>
  new Promise((done) => {
    const socket = connect({ host, port });
    const end = (is: TriedDoor['is']): void => {
      clearTimeout(late);
      socket.destroy();
      done({ modem, host, port, is });
    };
    const late = setTimeout(() => end('silent'), patience);
    socket.once('connect', () => end(isOwn(plainAddress(socket.remoteAddress)) ? 'own' : 'open'));
    socket.once('error', (error) => end('code' in error && error.code === 'ECONNREFUSED' ? 'shut' : 'silent'));
  });
