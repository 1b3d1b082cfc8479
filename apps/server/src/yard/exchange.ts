// A call of simulated equipment over a real socket of this computer, from a loopback address of its own.
import { connect, type Socket } from 'node:net';

const patience = 5000;

export const connectFrom = (localAddress: string, port: number): Promise<Socket> =>
  new Promise((done, failed) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress }, () => {
      done(socket);
    });
    socket.once('error', failed);
  });

/** Sends and waits for one whole answer, for the socket's end, or until patience ends. */
export const exchange = (socket: Socket, frame: Uint8Array): Promise<string> =>
  new Promise((done) => {
    let answer = '';
    const end = (): void => {
      clearTimeout(timer);
      socket.destroy();
      done(answer);
    };
    const timer = setTimeout(end, patience);
    socket.on('data', (chunk) => {
      answer += chunk.toString('latin1');
      if (answer.includes('\r') || /^(?:OK|NO) [^\n]*\n/.test(answer)) end();
    });
    socket.on('close', end);
    socket.on('error', end);
    socket.write(frame);
  });
