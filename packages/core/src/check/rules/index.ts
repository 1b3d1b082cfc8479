// Every rule. Adding one is its file and a line here.
import type { Rule } from '../rule.ts';
import { apnForm } from './bearer/apn-form.ts';
import { roamingOff } from './bearer/roaming-off.ts';
import { accountAgrees } from './call/account-agrees.ts';
import { accountForm } from './call/account-form.ts';
import { pathsToldApart } from './call/paths-told-apart.ts';
import { iccidCheckDigit } from './card/iccid-check-digit.ts';
import { imeiCheckDigit } from './card/imei-check-digit.ts';
import { simFitsSlot } from './card/sim-fits-slot.ts';
import { serialFrameAgrees } from './inputs/serial-frame-agrees.ts';
import { serialSpeedAgrees } from './inputs/serial-speed-agrees.ts';
import { factoryPassword } from './reach/factory-password.ts';
import { deskHostAgrees } from './route/desk-host-agrees.ts';
import { deskHostForm } from './route/desk-host-form.ts';
import { deskPortAgrees } from './route/desk-port-agrees.ts';
import { exampleLeftIn } from './route/example-left-in.ts';
import { portPossible } from './route/port-possible.ts';
import { oneCardTwice } from './standby/one-card-twice.ts';
import { prioritiesDiffer } from './standby/priorities-differ.ts';
import { graceOutlastsTest } from './watch/grace-outlasts-test.ts';

export const rules: readonly Rule[] = [
  iccidCheckDigit,
  imeiCheckDigit,
  simFitsSlot,
  apnForm,
  roamingOff,
  deskHostAgrees,
  deskPortAgrees,
  portPossible,
  deskHostForm,
  exampleLeftIn,
  accountAgrees,
  accountForm,
  pathsToldApart,
  serialSpeedAgrees,
  serialFrameAgrees,
  prioritiesDiffer,
  oneCardTwice,
  graceOutlastsTest,
  factoryPassword,
];
