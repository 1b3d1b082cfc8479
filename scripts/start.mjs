// Runs the built server on real data (GREENLAMP_DATA, else .data in this folder).
import { build, install, serve } from './tools.mjs';

install();
build();
serve({});
