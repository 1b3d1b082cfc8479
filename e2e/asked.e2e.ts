// Asked and answered: an event that is made now is answered by its own call, with its time and path; what merely arrives answers nothing.
import { exchange, frame, stamp } from './dc09-frames.ts';
import { pathAddress, expect, test } from './desk.ts';
import { arrive, arrivesFrom, delivered, newAccount, openStation, part } from './technician.ts';

test('an event that is made now waits for its call, and says after how long and by which path it came', async ({ page, desk }) => {
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Asked and answered', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await page.keyboard.press('5');
  const ask = page.getByRole('region', { name: 'Make an event now' });
  await expect(ask).toContainText('1 still to make');
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=1`);
  await expect(page.getByRole('region', { name: 'Calls of this station' })).toContainText('float_high');
  await expect(ask).toContainText('1 still to make');
  await page.waitForTimeout(1600);
  await ask.getByRole('button', { name: 'I make it now' }).click();
  await expect(ask.getByRole('list', { name: 'Waited for' })).toContainText('Usually 30 s, late at 2 min.');
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=test`);
  await expect(ask).toContainText('1 still to make');
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=1;n=2`);
  await expect(ask.getByRole('list', { name: 'Answered' })).toContainText(/any event: answered after \d+\.\d s, .*over Ethernet/);
  await expect(ask).toContainText('all that is asked has come');
  await expect(page.getByRole('status').filter({ hasText: 'Desk has it' })).toContainText(/Event ‘float_high’ over Ethernet.*\d+\.\d s/);
  await page.getByRole('region', { name: 'The line' }).getByRole('button', { name: /^Call/ }).click();
  await expect(page.getByRole('region', { name: 'Call, its door' })).toContainText(/It was asked for, and came after/);
  await part(page, 'Calls');
  await ask.getByRole('button', { name: 'I make it now' }).click();
  await ask.getByRole('button', { name: 'Put aside: any event' }).click();
  await page.getByRole('dialog').getByLabel('Why').fill('The siren would sound.');
  await page.getByRole('dialog').getByRole('button', { name: 'Put it aside' }).click();
  await expect(ask.getByRole('list', { name: 'Waited for' }).getByRole('listitem')).toHaveCount(0);
});

test('while something runs the screen stays awake; what arrives sounds and vibrates, otherwise for a call that proves nothing', async ({
  browser,
  desk,
}) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });
  // What the telephone would do is written down in its place: there is neither a lamp nor a loudspeaker to listen to.
  await context.addInitScript(() => {
    const done: string[] = [];
    const tone = (): object => ({
      frequency: {
        set value(hertz: number) {
          done.push(`tone ${hertz}`);
        },
      },
      connect: (to: unknown) => to,
      start: () => undefined,
      stop: () => undefined,
    });
    Object.defineProperties(window, {
      done: { value: done },
      AudioContext: {
        value: class {
          readonly state = 'running';
          readonly currentTime = 0;
          readonly destination = {};
          createOscillator = tone;
          createGain = (): object => ({ gain: { value: 0 }, connect: () => ({}) });
        },
      },
    });
    Object.defineProperties(navigator, {
      vibrate: { value: (pattern: number[]) => done.push(`buzz ${pattern.join(' ')}`) > 0 },
      wakeLock: {
        value: {
          request: () => {
            done.push('awake');
            return Promise.resolve({ release: () => Promise.resolve(done.push('may sleep')) });
          },
        },
      },
    });
  });
  const page = await context.newPage();
  const done = (): Promise<unknown> => page.evaluate<unknown>(() => Reflect.get(window, 'done') as unknown);
  const account = newAccount();
  await arrive(page, desk.web);
  await openStation(page, { name: 'Across a cabinet', account, paths: ['Ethernet'] });
  await arrivesFrom(page, 'Ethernet');
  await delivered(page);
  await page.getByRole('navigation').getByRole('link', { name: /Proof/ }).click();
  await page.getByRole('region', { name: 'Make an event now' }).getByRole('button', { name: 'I make it now' }).click();
  await expect.poll(done).toEqual(['awake']);
  const runs = page.getByRole('region', { name: 'What runs' });
  await expect(runs).toHaveCount(0);
  await page.getByRole('link', { name: /Sheet/ }).click();
  await expect(runs).toContainText('The call of any event is waited for. Usually 30 s, late at 2 min.');
  await runs.getByRole('button', { name: 'Open Proof' }).click();
  await delivered(page);
  await desk.sendFrom(pathAddress(1), `${account};;event=float_high;zone=1`);
  await expect.poll(done).toEqual(['awake', 'buzz 180', 'tone 880', 'may sleep']);
  // Its clock is a day late, so the desk refuses it.
  await exchange(desk.dc09Port, [frame(`"SIA-DCS"0007L0#${account}[#${account}|NBA001]${stamp(Date.now() - 86_400_000)}`)]);
  await expect.poll(done).toEqual(['awake', 'buzz 180', 'tone 880', 'may sleep', 'buzz 80 80 80', 'tone 330']);
  await context.close();
});
