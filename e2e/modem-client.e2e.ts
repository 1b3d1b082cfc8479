// Real clients of modems from Debian's packages (gammu, gnokii, comgt) at the yard's bench modem, over a pseudo-terminal that socat makes of its port.
import { yardTexts } from '@green-lamp/core/api';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Desk, expect, test } from './desk.ts';

const number = '+447700900111';
const other = '+447700900123';

/** A line to the modem for as long as the work takes, and programs run on it. */
const onLine = async (
  desk: Desk,
  work: (run: (program: string, args: readonly string[], typed?: string) => string) => Promise<void>,
): Promise<void> => {
  // One of them takes no long path, wherever other tests put their files.
  const line = `/tmp/modem${desk.modemPort}`;
  const [gammu, gnokii] = [join(desk.folder, 'gammurc'), join(desk.folder, 'gnokiirc')];
  writeFileSync(gammu, `[gammu]\ndevice = ${line}\nconnection = at115200\nsynchronizetime = no\n`);
  writeFileSync(gnokii, `[global]\nport = ${line}\nmodel = AT\nconnection = serial\nuse_locking = no\n`);
  const before: { readonly [program: string]: readonly string[] } = {
    gammu: ['-c', gammu],
    gnokii: ['--config', gnokii],
    comgt: ['-d', line],
  };
  const socat = spawn('socat', [`pty,raw,echo=0,link=${line}`, `tcp:127.0.0.1:${desk.modemPort}`], { stdio: 'ignore' });
  try {
    await expect.poll(() => existsSync(line)).toBe(true);
    // What they print counts; their exit codes are their own.
    await work((program, args, typed = '') => {
      const { stdout, stderr } = spawnSync(program, [...(before[program] ?? []), ...args], {
        encoding: 'utf8',
        timeout: 60_000,
        input: typed,
      });
      return stdout + stderr;
    });
  } finally {
    socat.kill();
    await expect.poll(() => existsSync(line)).toBe(false);
  }
};
/** Somebody sends the bench modem's card a text; its carrier takes some seconds. */
const text = (desk: Desk, words: string): Promise<unknown> =>
  desk.post('/api/yard/act', { act: { act: 'text', to: number, from: other, text: words, by: 'portal' } });
const sent = async (desk: Desk): Promise<readonly { to: string; text: string }[]> => (await desk.get(yardTexts)).sent;

test('gammu identifies the virtual modem, reads its state, keeps, lists, sends, receives and deletes texts', async ({ desk }) => {
  await onLine(desk, async (run) => {
    const gammu = (...args: string[]): string => run('gammu', args);
    const identity = gammu('identify');
    expect(identity).toContain('Green Lamp virtual modem, simulated');
    expect(identity).toMatch(/IMEI\s+: 350000000411112/);
    expect(identity).toMatch(/SIM IMSI\s+: 999990000041111/);
    const network = gammu('networkinfo');
    expect(network).toMatch(/Network state\s+: home network/);
    expect(network).toContain('999 99');
    expect(network).toMatch(/Name in phone\s+: "Moorcell"/);
    expect(network).toMatch(/GPRS\s+: attached/);
    const before = (await sent(desk)).length;
    expect(gammu('sendsms', 'TEXT', other, '-text', 'Höhe 4,2 m [north]')).toContain('OK, message reference');
    // Longer than one message, it goes out as two; in another alphabet it is the same text.
    gammu('sendsms', 'TEXT', other, '-len', '400', '-text', 'x'.repeat(200));
    gammu('sendsms', 'TEXT', other, '-unicode', '-text', 'Дверь открыта');
    await expect
      .poll(async () => (await sent(desk)).slice(before))
      .toEqual([
        { to: other, text: 'Höhe 4,2 m [north]' },
        { to: other, text: 'x'.repeat(153) },
        { to: other, text: 'x'.repeat(47) },
        { to: other, text: 'Дверь открыта' },
      ]);
    expect(gammu('savesms', 'TEXT', '-text', 'kept on the card')).toContain('location 1, SIM');
    await text(desk, 'Höhe? start');
    let all = '';
    await expect.poll(() => (all = gammu('getallsms')), { timeout: 30_000, intervals: [1000] }).toContain('Höhe? start');
    expect(all).toContain('kept on the card');
    expect(all).toContain(`Remote number        : "${other}"`);
    expect(all).toContain('2 SMS parts in 2 SMS sequences');
    gammu('deletesms', '1', '1');
    expect(gammu('getallsms')).toContain('1 SMS parts in 1 SMS sequences');
  });
});

test('gnokii and comgt find the same modem, send and read texts', async ({ desk }) => {
  await onLine(desk, async (run) => {
    expect(run('gnokii', ['--identify'])).toMatch(/IMEI\s+: 350000000411112/);
    expect(run('gnokii', ['--monitor', 'once'])).toContain('(999 99)');
    const before = (await sent(desk)).length;
    expect(run('gnokii', ['--sendsms', other], 'the pump runs')).toContain('Send succeeded');
    await expect.poll(async () => (await sent(desk)).slice(before)).toEqual([{ to: other, text: 'the pump runs' }]);
    await text(desk, 'stop the pump');
    await expect
      .poll(() => run('gnokii', ['--getsms', 'SM', '1', 'end']), { timeout: 30_000, intervals: [2000] })
      .toContain('stop the pump');
    expect(run('gnokii', ['--deletesms', 'SM', '1'])).toContain('Deleted SMS');
    expect(run('comgt', ['sig'])).toMatch(/Signal Quality: \d+,99/);
    expect(run('comgt', ['reg'])).toContain('Registered on Home network: "Moorcell",7');
  });
});
