import { build, install } from './tools.mjs';

install();
build();
