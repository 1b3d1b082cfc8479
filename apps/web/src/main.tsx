import './style.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { keepAboveKeyboard } from './parts/above-keyboard.ts';
import { fetchScreens, router } from './routes.tsx';
import { startStore } from './store/socket.ts';

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
keepAboveKeyboard();
startStore();
fetchScreens();
createRoot(root).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
