// The browser's own worker: it holds the whole application, so that every address opens without a network, and delivers what waits once there is one, also behind a page that is closed.
import { isUlid } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { whoAmI } from '@green-lamp/core/api';
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { ask } from '../store/api.ts';
import { db } from '../store/db.ts';
import { alone, deliverQueue, inBackground } from '../store/delivery.ts';
import { sendPieces } from '../store/picture-pieces.ts';

type Lasting = Event & { waitUntil: (work: Promise<unknown>) => void };
/** What is used of a worker's global scope; the page's types do not have it. */
declare const self: {
  readonly __WB_MANIFEST: Parameters<typeof precacheAndRoute>[0];
  skipWaiting: () => Promise<void>;
  addEventListener: ((type: 'message', listen: (event: MessageEvent<unknown>) => void) => void) &
    ((type: 'sync', listen: (event: Lasting & { readonly tag: string }) => void) => void);
};

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api(?:\/|$)/, /^\/ws(?:\/|$)/] }));

// By a press: the page says when nothing runs.
self.addEventListener('message', ({ data }) => {
  if (typeof data === 'object' && data !== null && 'type' in data && data.type === 'SKIP_WAITING') void self.skipWaiting();
});

const deliver = async (): Promise<void> => {
  await alone(() =>
    deliverQueue({
      person: async () => {
        const { who } = await ask(whoAmI);
        return isUlid(who?.person) ? who.person : null;
      },
      now: () => instant(Date.now()),
      heard: () => undefined,
    }),
  );
  // Their entries are written by the page, by its own clock and name.
  for (const row of await db.pictures.where('waits').equals(1).toArray()) await sendPieces(row);
};
self.addEventListener('sync', (event) => {
  if (event.tag === inBackground) event.waitUntil(deliver());
});
