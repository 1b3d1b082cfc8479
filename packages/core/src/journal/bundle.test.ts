// [J8] The bundle: whole, or which file is not. Judged besides by Debian's unzip and sha256sum.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import { instant } from '../quantity/index.ts';
import { chance, StationMaker } from '../scenario/index.ts';
import {
  type BundleFiles,
  bundleOf,
  exportText,
  firstLink,
  hashOf,
  isZip,
  type Kept,
  linkOf,
  sayBundleFault,
  sha256Of,
  sheetText,
  textOf,
  verifyBundle,
} from './index.ts';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const at = instant(1_780_000_000_000);
const made = (seed = 9) => {
  const c = chance(seed);
  const m = new StationMaker({ chance: c, start: at, writer: { person: c.ulid(at), device: c.ulid(at) }, name: 'Weir' });
  m.add('note.written', { lamp: null, words: 'Wet.' });
  const kept: Kept[] = [];
  for (const step of m.steps) {
    if (step.is !== 'entry') continue;
    const [text, received, seq] = [textOf(step.entry), instant(at + kept.length), kept.length + 1];
    const hash = hashOf(text);
    kept.push({ text, hash, seq, received, link: linkOf(kept.at(-1)?.link ?? firstLink(m.stream), hash, seq, received) });
  }
  const head = kept.at(-1)?.link ?? firstLink(m.stream);
  const said = 'AT+CSQ\r\n+CSQ: 20,99\r\n';
  const files: BundleFiles = {
    'journal.json': bytes(exportText(m.stream, kept, [])),
    'sheet.json': bytes(sheetText(m.state)),
    'calls.ndjson': bytes('{"id":1}\n'),
    [`blobs/${hashOf(said)}`]: bytes(said),
  };
  return { stream: m.stream, head, files, kept: kept.length, zip: bundleOf(m.stream, head, files) };
};
const fault = (zip: Uint8Array, head: string | null = null): string => {
  const verified = verifyBundle(zip, head);
  return verified.ok ? 'whole' : `${verified.fault} ${verified.at}`.trim();
};
/** The same bundle with its files changed, packed by the library alone. */
const with_ = (change: (files: Files) => void, zip = made().zip): Uint8Array => {
  const files = { ...unzipSync(zip) };
  change(files);
  return zipSync(files);
};

test('a bundle is whole, says whose it is and where its chain ends; the same station gives the same bytes', () => {
  const { stream, head, kept, zip } = made();
  expect(verifyBundle(zip)).toMatchObject({ ok: true, stream, head, kept, waiting: 0 });
  expect(verifyBundle(zip, head.slice(0, 12)).ok).toBe(true);
  expect(fault(zip, 'f'.repeat(12))).toMatch(/^journal The chain is sound, but its head is/);
  expect(made().zip).toEqual(zip);
});
type Files = { [name: string]: Uint8Array };
const spoils: readonly (readonly [string, (files: Files) => void, string])[] = [
  [
    'a file that was changed',
    (files) => {
      files['calls.ndjson'] = bytes('{"id":2}\n');
    },
    'changed calls.ndjson',
  ],
  [
    'a file that was taken out',
    (files) => {
      delete files['sheet.json'];
    },
    'missing sheet.json',
  ],
  [
    'a file that was put in',
    (files) => {
      files['more.txt'] = bytes('x');
    },
    'not listed more.txt',
  ],
  [
    'no manifest',
    (files) => {
      delete files['manifest.json'];
    },
    'no manifest',
  ],
  [
    'another manifest',
    (files) => {
      files['manifest.json'] = bytes('{"format":"x"}');
    },
    'other format',
  ],
];
test.each(spoils)('%s', (_, change, expected) => expect(fault(with_(change))).toBe(expected));
test('a manifest that was made to fit does not make another journal the station’s', () => {
  const [one, other] = [made(), made(10)];
  const patched = bundleOf(one.stream, one.head, { ...one.files, 'journal.json': other.files['journal.json'] ?? bytes('') });
  expect(fault(patched)).toBe('other journal');
  const cut = bytes(new TextDecoder().decode(one.files['journal.json'] ?? bytes('')).replace('Wet.', 'Dry.'));
  expect(fault(bundleOf(one.stream, one.head, { ...one.files, 'journal.json': cut }))).toMatch(/^journal /);
  const blob = bundleOf(one.stream, one.head, { ...one.files, [`blobs/${sha256Of(bytes('a'))}`]: bytes('b') });
  expect(fault(blob)).toMatch(/^blob blobs\//);
});
test('no bytes make the judge throw, and each fault has its sentence', () => {
  const { zip } = made();
  for (const broken of [new Uint8Array(), bytes('{}'), zip.subarray(0, 40), zip.subarray(0, zip.length - 30), zipSync({})]) {
    const verified = verifyBundle(broken);
    expect(verified.ok).toBe(false);
    if (!verified.ok) expect(sayBundleFault(verified)).toMatch(/^.{12,}\.$/);
  }
  for (let i = 0; i < zip.length; i += 97) {
    const spoiled = zip.slice();
    spoiled[i] = (spoiled[i] ?? 0) ^ 0x41;
    expect(typeof verifyBundle(spoiled).ok).toBe('boolean');
  }
  expect(isZip(zip)).toBe(true);
});
test('one byte changed inside of any file is found', () => {
  const { files } = made();
  for (const name of Object.keys(files)) {
    const spoiled = with_((of) => {
      const was = (of[name] ?? new Uint8Array()).slice();
      was[Math.floor(was.length / 2)] = (was[Math.floor(was.length / 2)] ?? 0) ^ 1;
      of[name] = was;
    });
    expect(fault(spoiled)).toBe(`changed ${name}`);
  }
});
test('Debian’s unzip finds it sound, and sha256sum agrees with its manifest', () => {
  const folder = mkdtempSync(join(tmpdir(), 'green-lamp-bundle-'));
  try {
    const { zip } = made();
    writeFileSync(join(folder, 'b.zip'), zip);
    expect(execFileSync('unzip', ['-t', 'b.zip'], { cwd: folder, encoding: 'utf8' })).toContain('No errors detected');
    execFileSync('unzip', ['-q', 'b.zip', '-d', 'out'], { cwd: folder });
    const { files } = JSON.parse(readFileSync(join(folder, 'out', 'manifest.json'), 'utf8')) as {
      files: { name: string; sha256: string }[];
    };
    const sums = files.map(({ name, sha256 }) => `${sha256}  ${name}`).join('\n');
    expect(files.length).toBe(4);
    execFileSync('sha256sum', ['--check', '--strict', '--quiet'], { cwd: join(folder, 'out'), input: `${sums}\n` });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
