import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { ClockWatch } from './clock-watch.ts';
import { Desk } from './desk.ts';
import { DeskController } from './desk.controller.ts';
import { FrameExport } from './frame-export.ts';
import { FrameSearch } from './frame-search.ts';
import { Frames } from './frames.ts';
import { Whereabouts } from './here.ts';
import { Gate } from './gate.ts';
import { Ingest } from './ingest.ts';
import { MarkedSockets } from './marked.ts';
import { Counters } from './radio/counters.ts';
import { Decoders } from './radio/decoders.ts';
import { Nodes } from './radio/nodes.ts';
import { NodesController } from './radio/nodes.controller.ts';
import { Uplinks } from './radio/uplinks.ts';
import { UnitKeys } from './unit-keys.ts';

/** What others may ask the desk for: all of it. */
const all = [
  ClockWatch,
  Gate,
  Whereabouts,
  UnitKeys,
  Ingest,
  Desk,
  FrameSearch,
  FrameExport,
  Frames,
  MarkedSockets,
  Counters,
  Decoders,
  Uplinks,
  Nodes,
];

@Module({ imports: [JournalModule], controllers: [DeskController, NodesController], providers: all, exports: all })
export class DeskModule {}
