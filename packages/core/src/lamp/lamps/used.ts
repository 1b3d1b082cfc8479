// Which lamp uses which reading. A reading that no lamp uses does not compile.
import type { LampName } from '../../name/index.ts';
import type { ReadingName } from '../../evidence/index.ts';
import { card } from './card.ts';
import { graded } from './graded.ts';
import { inputs } from './inputs.ts';
import { power } from './power.ts';
import { reach } from './reach.ts';
import { signal } from './signal.ts';
import { standby } from './standby.ts';

const byLevel = { lamp: 'Signal', judge: signal } as const;
const said = { lamp: 'Standby', judge: standby } as const;

export const usedBy = {
  'supply.idle': { lamp: 'Power', judge: power },
  'supply.transmitting': { lamp: 'Power', judge: power },
  'supply.sign': { lamp: 'Power', judge: power },
  'inputs.range': { lamp: 'Inputs', judge: inputs },
  'inputs.function': { lamp: 'Inputs', judge: inputs },
  'inputs.rest': { lamp: 'Inputs', judge: inputs },
  'inputs.zones': { lamp: 'Inputs', judge: inputs },
  'inputs.score': { lamp: 'Inputs', judge: inputs },
  'card.number': { lamp: 'Card', judge: card },
  'card.pin': { lamp: 'Card', judge: card },
  'signal.rsrp': byLevel,
  'signal.rsrq': byLevel,
  'signal.sinr': byLevel,
  'signal.rscp': byLevel,
  'signal.ecno': byLevel,
  'signal.rxlev': byLevel,
  'signal.wifi': byLevel,
  'signal.rssi': byLevel,
  'signal.bars': byLevel,
  'bearer.indicator': { lamp: 'Bearer', judge: graded },
  'bearer.word': { lamp: 'Bearer', judge: graded },
  'bearer.address': { lamp: 'Bearer', judge: graded },
  'route.somewhere': { lamp: 'Route', judge: graded },
  'route.byPath': { lamp: 'Route', judge: graded },
  'standby.linkLoss': said,
  'standby.softFailure': said,
  'standby.supplyLoss': said,
  'standby.return': said,
  'reach.session': { lamp: 'Reach', judge: reach },
  'reach.readBack': { lamp: 'Reach', judge: reach },
} as const satisfies { readonly [W in ReadingName]: { readonly lamp: LampName; readonly judge: unknown } };
