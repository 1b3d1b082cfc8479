// The command line, built where it has to be. Only the command's own answer goes to standard output.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildCli, root } from './tools.mjs';

buildCli();
const { status } = spawnSync(process.execPath, [join(root, 'apps/cli/dist/main.js'), ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 2);
