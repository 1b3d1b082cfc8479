// The live channel. It only says that there is something; what it is comes over HTTP.
import { isObject } from '@green-lamp/core/name';
import { liveQuery } from 'dexie';
import { db } from './db.ts';
import { deliverSoon } from './deliver.ts';
import { addFrames, tell, useLive } from './live.ts';
import { onOffered, pullSoon } from './pull.ts';
import type { FrameView, ListenerState } from '@green-lamp/core/api';

let again = 500;

const connect = (): void => {
  const socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/ws`);
  socket.onopen = () => {
    again = 500;
    useLive.setState({ connected: true });
    deliverSoon();
    pullSoon();
  };
  socket.onmessage = ({ data }) => {
    const message: unknown = JSON.parse(String(data));
    if (!isObject(message)) return;
    if (Array.isArray(message['listeners'])) useLive.setState({ listeners: message['listeners'] as ListenerState[] });
    if (Array.isArray(message['board'])) useLive.setState(({ board }) => ({ board: board + 1 }));
    if ('trouble' in message) useLive.setState({ deskTrouble: typeof message['trouble'] === 'string' ? message['trouble'] : null });
    if (Array.isArray(message['frames'])) {
      const frames = message['frames'] as FrameView[];
      addFrames(frames);
      pullSoon(frames.flatMap(({ station }) => station ?? []));
    }
    if (typeof message['cursor'] === 'number') pullSoon(Array.isArray(message['streams']) ? message['streams'].map(String) : undefined);
    if (message['again'] === true) {
      pullSoon();
      useLive.setState(({ board }) => ({ board: board + 1 }));
    }
  };
  socket.onclose = () => {
    useLive.setState({ connected: false, listeners: [] });
    again = Math.min(again * 2, 10_000);
    setTimeout(connect, again);
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
  liveQuery(async () => ({ waiting: await db.queue.count(), refused: await db.refused.count() })).subscribe((counts) => {
    useLive.setState(counts);
  });
  onOffered(() => {
    deliverSoon();
  });
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
