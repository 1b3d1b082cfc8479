// Installs, builds and starts Green Lamp with its demo data, in a folder of its own that is kept between starts; --fresh makes it anew.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root, serve } from './tools.mjs';

const data = process.env.GREENLAMP_DATA ?? join(root, '.demo', 'journal');
const keys = process.env.GREENLAMP_KEYS ?? join(root, '.demo', 'keys');
if (process.argv.includes('--fresh')) for (const folder of [data, keys]) rmSync(folder, { recursive: true, force: true });
install();
build();
serve({ GREENLAMP_DEMO: '1', GREENLAMP_DATA: data, GREENLAMP_KEYS: keys });
