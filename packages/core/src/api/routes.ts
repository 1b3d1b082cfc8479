// Every route of the desk.
import {
  askKey,
  askNewKey,
  changePassword,
  endKey,
  endSession,
  listAccounts,
  makeCode,
  makeKey,
  makeToken,
  ownKeys,
  ownSessions,
  signIn,
  signInByKey,
  signOut,
  useCode,
  whoAmI,
} from './accounts.ts';
import { acrossStations, everySheet, previewRules, sharedWith, whoKnows } from './across.ts';
import { makeCopy, seeCopies } from './copies.ts';
import { description, deskState, health } from './desk.ts';
import { appendEntries, besideStation, entriesAfter, keptOf } from './entries.ts';
import { framesOf } from './frames.ts';
import { pictureCome, sendPiece } from './pictures.ts';
import { closeOnce, onceState, openOnce } from './once.ts';
import { nodesHeard, tryDecoder } from './nodes.ts';
import { askNow, pollState, tryDoors } from './polls.ts';
import { beginSession, remoteState, stopSession, stopWayIn, testWayIn, wayInState } from './remote.ts';
import type { AnyRoute } from './route.ts';
import { revealSecret, secretsKey, secretTraits } from './secrets.ts';
import { listStations } from './stations.ts';
import { reachedAt } from './telephone.ts';
import { keepText, sendTextPiece, textByHash, textCome } from './texts.ts';
import { stationValues } from './values.ts';
import { watchState } from './watch.ts';
import {
  actInYard,
  crowdState,
  startCrowd,
  stopCrowd,
  crowdOutage,
  askModem,
  callByUnit,
  keepDialogue,
  setUnitClock,
  startYard,
  stopYard,
  yardDale,
  yardPlaces,
  yardScenario,
  yardSpec,
  yardStation,
  yardTexts,
} from './yard.ts';

/** All but a picture's octets, which are no JSON. */
export const routes: readonly AnyRoute[] = [
  whoAmI,
  signIn,
  useCode,
  askKey,
  signInByKey,
  askNewKey,
  makeKey,
  ownKeys,
  endKey,
  signOut,
  changePassword,
  ownSessions,
  endSession,
  listAccounts,
  makeCode,
  makeToken,
  appendEntries,
  entriesAfter,
  keptOf,
  listStations,
  acrossStations,
  sharedWith,
  everySheet,
  previewRules,
  whoKnows,
  besideStation,
  stationValues,
  nodesHeard,
  tryDecoder,
  pollState,
  askNow,
  tryDoors,
  onceState,
  openOnce,
  closeOnce,
  framesOf,
  deskState,
  watchState,
  health,
  reachedAt,
  seeCopies,
  makeCopy,
  description,
  keepText,
  textCome,
  sendTextPiece,
  textByHash,
  pictureCome,
  sendPiece,
  secretsKey,
  secretTraits,
  revealSecret,
  remoteState,
  beginSession,
  stopSession,
  wayInState,
  testWayIn,
  stopWayIn,
  yardTexts,
  yardDale,
  yardScenario,
  yardPlaces,
  yardStation,
  yardSpec,
  startYard,
  stopYard,
  crowdState,
  startCrowd,
  stopCrowd,
  crowdOutage,
  actInYard,
  setUnitClock,
  askModem,
  keepDialogue,
  callByUnit,
];
