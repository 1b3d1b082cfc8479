// The live channel. It only says that there is something; what it is comes over HTTP.
import { liveQuery } from 'dexie';
import { onAnswered } from './api.ts';
import { db } from './db.ts';
import { deliverSoon } from './deliver.ts';
import { measureSkew } from './device.ts';
import { addFrames, tell, useLive } from './live.ts';
import { onPinDropped } from './lock.ts';
import { onOffered, pullSoon } from './pull.ts';
import { lookSoon, onSignedIn, watchSession } from './session.ts';
import { liveMessage } from '@green-lamp/core/api';

let again = 500;
let open: WebSocket | null = null;
let due: ReturnType<typeof setTimeout> | null = null;

/** With which the desk lets go of a page that is not, or no longer, signed in. */
const signedOut = 4401;

const connect = (): void => {
  if (due !== null) clearTimeout(due);
  if (open !== null) return;
  const socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/ws`);
  open = socket;
  socket.onopen = () => {
    again = 500;
    useLive.setState({ connected: true });
    deliverSoon();
    pullSoon();
  };
  socket.onmessage = ({ data }) => {
    const read = liveMessage(JSON.parse(String(data)), '');
    if (!read.ok) return; // a newer desk says something else besides: what this page knows comes by itself
    const { listeners, board, trouble, frames, cursor, streams, again: askAll } = read.value;
    if (listeners !== undefined) useLive.setState({ listeners });
    if (board !== undefined) useLive.setState((was) => ({ board: was.board + 1 }));
    if (trouble !== undefined) useLive.setState({ deskTrouble: trouble });
    if (frames !== undefined) {
      addFrames(frames);
      pullSoon(frames.flatMap(({ station }) => station ?? []));
    }
    if (cursor !== undefined) pullSoon(streams ?? undefined);
    if (askAll === true) {
      pullSoon();
      useLive.setState((was) => ({ board: was.board + 1 }));
    }
  };
  socket.onclose = ({ code }) => {
    open = null;
    useLive.setState(code === signedOut ? { listeners: [] } : { connected: false, listeners: [] });
    if (code === signedOut) lookSoon();
    again = Math.min(again * 2, 10_000);
    due = setTimeout(connect, again);
  };
};

/** Pictures that wait; what sends them is no part of the first page. */
const sendPictures = (): void => {
  import('./pictures.ts').then(({ sendPictures: send }) => {
    send();
  }, tell);
};

/** Starts everything that runs beside the screens: the live channel, the queue, the counts of what waits. */
export const startStore = (): void => {
  onAnswered(measureSkew);
  onPinDropped(() => {
    db.taken.clear().catch(tell);
  });
  liveQuery(async () => ({ waiting: await db.queue.count(), refused: await db.refused.count() })).subscribe((counts) => {
    useLive.setState(counts);
  });
  onOffered(() => {
    deliverSoon();
  });
  onSignedIn(() => {
    connect();
    deliverSoon();
    pullSoon();
    useLive.setState(({ board }) => ({ board: board + 1 }));
  });
  watchSession();
  connect();
  deliverSoon();
  pullSoon();
  sendPictures();
  window.addEventListener('unhandledrejection', ({ reason }) => {
    if (!useLive.getState().askPerson) tell(reason);
  });
  window.addEventListener('online', () => {
    deliverSoon();
    pullSoon();
    sendPictures();
  });
};
