import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { exportText, firstLink, hashOf, type Kept, linkOf, textOf } from '@green-lamp/core/journal';
import { instant } from '@green-lamp/core/quantity';
import { chance, StationMaker } from '@green-lamp/core/scenario';
import { shippedProfiles } from '@green-lamp/core/sheet';
import { commands, help, runCli } from './cli.ts';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const run = (args: readonly string[], files: { readonly [name: string]: Uint8Array } = {}) => {
  const [outs, errors]: [string[], string[]] = [[], []];
  const exit = runCli(args, {
    input: (name) => {
      const found = files[name];
      if (found === undefined)
        throw Object.assign(new Error('no'), { code: name === 'folder' ? 'EISDIR' : name === 'odd' ? 'EMFILE' : 'ENOENT' });
      return found;
    },
    folder: (name) => (name === 'sheets' ? Object.keys(files).filter((file) => file.startsWith('sheets/')) : null),
    out: (text) => outs.push(text),
    error: (line) => errors.push(line),
  });
  return { exit, out: outs.join('\n'), error: errors.join('\n') };
};
const journal = (): { file: Uint8Array; head: string } => {
  const c = chance(8);
  const at = instant(1_780_000_000_000);
  const m = new StationMaker({ chance: c, start: at, writer: { person: c.ulid(at), device: c.ulid(at) }, name: 'Weir' });
  const kept: Kept[] = [];
  for (const step of m.steps) {
    if (step.is !== 'entry') continue;
    const [text, received, seq] = [textOf(step.entry), instant(at + kept.length), kept.length + 1];
    const hash = hashOf(text);
    kept.push({ text, hash, seq, received, link: linkOf(kept.at(-1)?.link ?? firstLink(m.stream), hash, seq, received) });
  }
  return { file: bytes(exportText(m.stream, kept, [])), head: kept.at(-1)?.link ?? '' };
};

test('read prints what was found as JSON, with the line, the measure and what was not understood', () => {
  const { exit, out } = run(['read', 'a.txt'], { 'a.txt': bytes('noise\r\n+CSQ: 20,99\r\nAT+CPIN="4711"\r\nOK\r\n') });
  expect(exit).toBe(0);
  expect(JSON.parse(out)).toMatchObject({
    found: [{ label: 'RSSI', what: 'signal.rssi', value: -73, in: 'dBm', line: 2 }],
    notUnderstood: [{ line: 1, text: 'noise' }],
  });
  expect(out).not.toContain('4711');
});
test('read without a find is a negative answer, not an error; a file of any bytes is read', () => {
  expect(run(['read', '-'], { '-': Uint8Array.of(0xff, 0xfe, 0) })).toMatchObject({ exit: 1, error: '' });
});
test('verify accepts a sound journal, with its head in full or its beginning', () => {
  const { file, head } = journal();
  expect(run(['verify', 'j'], { j: file })).toMatchObject({ exit: 0, out: expect.stringContaining(`head ${head}.`) as string });
  expect(run(['verify', '--head', head.slice(0, 16), 'j'], { j: file }).exit).toBe(0);
});
test('verify refuses a changed journal, and another head, in one sentence each', () => {
  const { file } = journal();
  const changed = file.with(200, (file[200] ?? 0) ^ 1);
  expect(run(['verify', 'j'], { j: changed })).toMatchObject({ exit: 1, error: '', out: expect.stringMatching(/^[A-Z].*\.$/) as string });
  expect(run(['verify', 'j', '--head', '0'.repeat(12)], { j: file })).toMatchObject({
    exit: 1,
    out: expect.stringContaining('its head is') as string,
  });
});
test.each([
  [[], /^Say what to do/],
  [['fly'], /^greenlamp fly: there is no such command/],
  [['read'], /it takes one FILE/],
  [['read', 'a', 'b'], /it takes one FILE/],
  [['read', 'gone'], /gone can’t be read: there is no such file/],
  [['read', 'folder'], /it is a folder/],
  [['read', 'odd'], /EMFILE/],
  [['verify', '--depth', '3', 'a'], /Unknown option '--depth'/],
  [['verify', '--head', 'xyz', 'a.txt'], /--head takes 12 to 64/],
])('%p is bad use: one line, exit 2', (args, why) => {
  const { exit, out, error } = run(args, { 'a.txt': bytes('') });
  expect([exit, out]).toEqual([2, '']);
  expect(error).toMatch(why);
  expect(error).not.toContain('\n');
});
test('help names every command, what it takes, each option and how it ends', () => {
  for (const args of [['--help'], ['verify', '--help']]) expect(run(args)).toEqual({ exit: 0, out: help(), error: '' });
  for (const { name, takes, options } of commands) {
    expect(help()).toContain(`${name} ${takes}`);
    for (const option of Object.keys(options)) expect(help()).toContain(`--${option}`);
  }
});

const like = {
  list: (of: readonly unknown[]): unknown => expect.arrayContaining([...of]),
  object: (of: object): unknown => expect.objectContaining(of),
  text: (of: RegExp): unknown => expect.stringMatching(of),
  number: expect.any(Number) as unknown,
};
const sheet = (station: string, settings: { readonly [key: string]: unknown }): Uint8Array =>
  bytes(
    JSON.stringify({
      format: 'green-lamp-sheet',
      version: 1,
      station,
      elements: [
        { group: 'unit', id: 'vn1t00', label: 'logger' },
        { group: 'receiver', id: 'recv00', label: 'desk' },
      ],
      settings,
      secrets: [],
    }),
  );
const parsedOut = (args: readonly string[], files: { readonly [name: string]: Uint8Array } = {}) => {
  const { exit, out, error } = run(args, files);
  return { exit, error, json: out === '' ? null : (JSON.parse(out) as unknown) };
};

test('check tells a sheet’s findings, and ends with 1 where one is a stop', () => {
  expect(
    parsedOut(['check', 'a.json'], { 'a.json': sheet('Weir', { 'unit:vn1t00.account': '0471', 'receiver:recv00.account': '0417' }) }),
  ).toMatchObject({
    exit: 1,
    json: {
      stations: [
        {
          station: 'Weir',
          findings: [{ rule: 'call/account-agrees', severity: 'stop', what: 'The account on the unit has two characters swapped.' }],
        },
      ],
      across: [],
    },
  });
  expect(
    parsedOut(['check', 'a.json'], { 'a.json': sheet('Weir', { 'unit:vn1t00.account': '0417', 'receiver:recv00.account': '0417' }) }).exit,
  ).toBe(0);
});
test('check of a folder tells what only shows across stations', () => {
  const files = {
    'sheets/a.json': sheet('Weir', { 'receiver:recv00.account': '0417' }),
    'sheets/b.json': sheet('Slip', { 'receiver:recv00.account': '0417' }),
  };
  expect(parsedOut(['check', 'sheets'], files)).toMatchObject({
    exit: 1,
    json: { across: [{ rule: 'fleet/one-account', at: [{ station: 'Weir' }, { station: 'Slip' }] }] },
  });
});
test('a sheet that is none is refused in one line with its field', () =>
  expect(parsedOut(['check', 'a.json'], { 'a.json': sheet('', {}) })).toMatchObject({
    exit: 2,
    error: like.text(/^greenlamp check: the sheet: station is not filled in\.$/),
    json: null,
  }));
test('rules prints every check with its traps, and each trap with what covers it', () => {
  const { exit, json } = parsedOut(['rules']);
  const { rules, traps } = json as {
    rules: { id: string; severity: string; traps: number[] }[];
    traps: { rules: string[]; by: string | null; waitsFor: string | null }[];
  };
  expect(exit).toBe(0);
  expect([rules.length >= 110, traps.length]).toEqual([true, 118]);
  expect(rules.find(({ id }) => id === 'bearer/apn-form')).toMatchObject({ severity: 'stop', traps: [5] });
  expect(run(['rules', 'x']).exit).toBe(2);
});
test('ask, kit and plan work on a sheet, with profiles by their ids', () => {
  const files = { 'a.json': sheet('Weir', {}) };
  expect(parsedOut(['ask', 'a.json'], files)).toMatchObject({
    exit: 0,
    json: like.list([like.object({ supplier: 'desk' })]),
  });
  expect(parsedOut(['kit', 'a.json', '--profiles', 'logger-with-modem'], files)).toMatchObject({
    exit: 0,
    json: like.list([like.object({ what: 'Serial cable' })]),
  });
  expect(parsedOut(['plan', 'a.json'], files)).toMatchObject({ exit: 0, json: { bench: like.number, site: like.number } });
  expect(run(['kit', 'a.json', '--profiles', 'none'], files)).toMatchObject({
    exit: 2,
    error: like.text(/there is no shipped profile none/),
  });
});
test('profile judges a profile and tells each problem by its path', () => {
  expect(parsedOut(['profile', 'p.json'], { 'p.json': bytes('{"id":"x"}') })).toMatchObject({
    exit: 1,
    json: { ok: false, problems: like.list([{ path: 'version', says: 'version is not filled in.' }]) },
  });
  const [first] = shippedProfiles;
  expect(parsedOut(['profile', 'p.json'], { 'p.json': bytes(JSON.stringify(first)) })).toMatchObject({
    exit: 0,
    json: { ok: true, id: 'router-with-modem' },
  });
});
test('yard plays a scenario: to its own end, to another than it names, and not at all where it is none', () => {
  const file = readFileSync(join(__dirname, '..', '..', '..', 'docs', 'yard-scenario.json'));
  const played = parsedOut(['yard', 'a.json'], { 'a.json': file });
  expect(played).toMatchObject({
    exit: 0,
    json: { ok: true, simulated: true, same: null, arrived: [{ event: 'tamper' }, { event: 'tamper-rest' }] },
  });
  const named = { ...(JSON.parse(file.toString()) as object), end: /"end": "([0-9a-f]{64})"/.exec(JSON.stringify(played, null, 1))?.[1] };
  expect(parsedOut(['yard', 'a.json'], { 'a.json': bytes(JSON.stringify(named)) })).toMatchObject({ exit: 0, json: { same: true } });
  const other = bytes(JSON.stringify({ ...(JSON.parse(file.toString()) as object), end: '0'.repeat(64) }));
  expect(run(['yard', 'a.json'], { 'a.json': other }).exit).toBe(1);
  expect(parsedOut(['yard', 'a.json'], { 'a.json': bytes('{"format":"x"}') })).toMatchObject({ exit: 1, json: { ok: false } });
  expect(run(['yard', 'a.json'], { 'a.json': bytes('no') })).toMatchObject({ exit: 2, error: like.text(/it is not JSON/) });
});
test('whoever reads only the first lines hears no complaint', () => {
  const program = join(__dirname, '..', 'dist', 'main.js');
  const said = spawnSync('sh', ['-c', `"${process.execPath}" "${program}" rules | head -n 1`], { encoding: 'utf8' });
  expect([said.stderr, said.status, said.stdout.split('\n').length]).toEqual(['', 0, 2]);
});
