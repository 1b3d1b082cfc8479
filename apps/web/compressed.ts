// Every text of the built page, compressed once at build by brotli and gzip beside it, so that the server has nothing to do but send it.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

const texts = /\.(?:js|css|html|svg|json|webmanifest)$/;
/** Smaller files gain nothing. */
const least = 1024;

export const compressed = (): Plugin => {
  let folder = '';
  return {
    name: 'compressed',
    apply: 'build',
    configResolved: ({ root, build }) => {
      folder = resolve(root, build.outDir);
    },
    closeBundle: () => {
      for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
        if (!texts.test(name)) continue;
        const file = join(folder, name);
        const bytes = readFileSync(file);
        if (bytes.length < least) continue;
        writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }));
        writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
      }
    },
  };
};
