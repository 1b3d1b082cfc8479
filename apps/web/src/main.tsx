import './style.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { keepAboveKeyboard } from './parts/above-keyboard.ts';
import { fetchScreens, router } from './routes.tsx';
import { tell } from './store/live.ts';
import { watchLock } from './store/lock.ts';
import { startStore } from './store/socket.ts';

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
keepAboveKeyboard();
startStore();
watchLock();
fetchScreens();
// After the first page: it never waits for it.
setTimeout(() => {
  import('./store/installed.ts').then(({ keepApplication }) => {
    keepApplication();
  }, tell);
}, 2000);
createRoot(root).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
