// A real client that speaks AT to phones and modems (gammu, from Debian's packages) at the yard's bench modem, over a pseudo-terminal that socat makes of its port.
import { execFileSync, spawn } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from './desk.ts';

test('gammu identifies the virtual modem, reads its network state and sends a text through it', async ({ desk }) => {
  const [line, settings] = [join(desk.folder, 'modem'), join(desk.folder, 'gammurc')];
  writeFileSync(settings, `[gammu]\ndevice = ${line}\nconnection = at115200\nsynchronizetime = no\n`);
  const socat = spawn('socat', [`pty,raw,echo=0,link=${line}`, `tcp:127.0.0.1:${desk.modemPort}`], { stdio: 'ignore' });
  try {
    await expect.poll(() => existsSync(line)).toBe(true);
    const gammu = (...args: string[]): string => execFileSync('gammu', ['-c', settings, ...args], { encoding: 'utf8', timeout: 60_000 });
    const identity = gammu('identify');
    expect(identity).toContain('Green Lamp virtual modem, simulated');
    expect(identity).toMatch(/IMEI\s+: 350000000411112/);
    expect(identity).toMatch(/SIM IMSI\s+: 999990000041111/);
    const network = gammu('networkinfo');
    expect(network).toMatch(/Network state\s+: home network/);
    expect(network).toContain('999 99');
    expect(network).toMatch(/GPRS\s+: attached/);
    expect(gammu('sendsms', 'TEXT', '+447700900123', '-text', 'Höhe 4,2 m [north]')).toContain('OK, message reference');
    await expect
      .poll(() => desk.get('/api/yard/sent'))
      .toMatchObject({ simulated: true, sent: [{ to: '+447700900123', text: 'Höhe 4,2 m [north]' }] });
  } finally {
    socat.kill();
  }
});
