// DC-09 frames as the standard writes them, with the CRC of a library: nothing here is shared with the core.
import { connect, type Socket } from 'node:net';
import { crc16 } from 'crc';

/** A frame from what stands between its length and its CR. */
export const frame = (content: string): string => {
  const crc = crc16(Buffer.from(content, 'latin1')).toString(16).toUpperCase().padStart(4, '0');
  return `\n${crc}0${content.length.toString(16).toUpperCase().padStart(3, '0')}${content}\r`;
};
const two = (n: number): string => String(n).padStart(2, '0');
/** `_HH:MM:SS,MM-DD-YYYY`, UTC. */
export const stamp = (ms: number): string => {
  const at = new Date(ms);
  return `_${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())},${two(at.getUTCMonth() + 1)}-${two(at.getUTCDate())}-${at.getUTCFullYear()}`;
};

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Sends pieces on one connection, a little apart, and gives what the desk answers: as many answers as are awaited, or all that comes in a while. */
export const exchange = async (
  port: number,
  pieces: readonly string[],
  { from = '127.0.9.1', answers = 1 }: { from?: string; answers?: number } = {},
): Promise<string> => {
  const socket = await new Promise<Socket>((done, failed) => {
    const made = connect({ port, host: '127.0.0.1', localAddress: from }, () => {
      done(made);
    });
    made.once('error', failed);
  });
  let answer = '';
  socket.on('data', (chunk) => (answer += chunk.toString('latin1')));
  for (const piece of pieces) {
    socket.write(Buffer.from(piece, 'latin1'));
    await pause(20);
  }
  const heard = (): number => answer.split('\r').length - 1;
  for (let i = 0; i < (answers === 0 ? 20 : 200) && (answers === 0 || heard() < answers); i++) await pause(40);
  socket.destroy();
  return answer;
};
