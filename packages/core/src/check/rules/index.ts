// Every rule: those written by hand, in the order of the line, then those that follow from agreements.
import { agreements } from '../../sheet/index.ts';
import { ruleOf } from '../agree.ts';
import type { Rule } from '../rule.ts';
import { bearer } from './bearer.ts';
import { beyond } from './beyond.ts';
import { call } from './call.ts';
import { card } from './card.ts';
import { channel } from './channel.ts';
import { inputs } from './inputs.ts';
import { modem } from './modem.ts';
import { modemAccess } from './modem-access.ts';
import { modemCards } from './modem-cards.ts';
import { network } from './network.ts';
import { power } from './power.ts';
import { probes } from './probes.ts';
import { reach } from './reach.ts';
import { route } from './route.ts';
import { bySchool } from './schools.ts';
import { serial } from './serial.ts';
import { signal } from './signal.ts';
import { source } from './source.ts';
import { standby } from './standby.ts';
import { tunnelRules } from './tunnels.ts';
import { unit } from './unit.ts';
import { unitLocal } from './unit-local.ts';
import { watch } from './watch.ts';

export const rules: readonly Rule[] = [
  ...power,
  ...serial,
  ...inputs,
  ...channel,
  ...card,
  ...signal,
  ...bearer,
  ...route,
  ...source,
  ...network,
  ...call,
  ...standby,
  ...probes,
  ...watch,
  ...reach,
  ...modem,
  ...modemCards,
  ...modemAccess,
  ...unit,
  ...unitLocal,
  ...beyond,
  ...tunnelRules,
  ...bySchool,
  ...agreements.flatMap((agreement) => ruleOf(agreement) ?? []),
];
