// The map of the application. The list of stations comes with the page; every other screen when it is opened, or before, once the page has nothing else to do.
import { createBrowserRouter, Navigate, type RouteObject } from 'react-router';
import { Waiting } from './parts/State.tsx';
import { Shell } from './screens/shell/Shell.tsx';
import { windowLoads } from './screens/shell/windows.ts';
import { StationsScreen } from './screens/stations/StationsScreen.tsx';

type Screen = NonNullable<RouteObject['Component']>;
const screens = {
  station: async (): Promise<Screen> => (await import('./screens/station/StationScreen.tsx')).StationScreen,
  sheet: async (): Promise<Screen> => (await import('./screens/station/chapters/sheet/SheetChapter.tsx')).SheetChapter,
  plan: async (): Promise<Screen> => (await import('./screens/station/chapters/plan/PlanChapter.tsx')).PlanChapter,
  bench: async (): Promise<Screen> => (await import('./screens/station/chapters/bench/BenchChapter.tsx')).BenchChapter,
  signal: async (): Promise<Screen> => (await import('./screens/station/chapters/signal/SignalChapter.tsx')).SignalChapter,
  proof: async (): Promise<Screen> => (await import('./screens/station/chapters/proof/ProofChapter.tsx')).ProofChapter,
  standby: async (): Promise<Screen> => (await import('./screens/station/chapters/standby/StandbyChapter.tsx')).StandbyChapter,
  watch: async (): Promise<Screen> => (await import('./screens/station/chapters/watch/WatchChapter.tsx')).WatchChapter,
  handover: async (): Promise<Screen> => (await import('./screens/station/chapters/handover/HandoverChapter.tsx')).HandoverChapter,
  fresh: async (): Promise<Screen> => (await import('./screens/stations/new/NewStationScreen.tsx')).NewStationScreen,
  copy: async (): Promise<Screen> => (await import('./screens/stations/copy/CopyScreen.tsx')).CopyScreen,
  across: async (): Promise<Screen> => (await import('./screens/across/AcrossScreen.tsx')).AcrossScreen,
  rules: async (): Promise<Screen> => (await import('./screens/rules/RulesScreen.tsx')).RulesScreen,
  people: async (): Promise<Screen> => (await import('./screens/people/PeopleScreen.tsx')).PeopleScreen,
  telephone: async (): Promise<Screen> => (await import('./screens/people/TelephoneScreen.tsx')).TelephoneScreen,
  here: async (): Promise<Screen> => (await import('./screens/here/HereScreen.tsx')).HereScreen,
  desk: async (): Promise<Screen> => (await import('./screens/desk/DeskScreen.tsx')).DeskScreen,
  yard: async (): Promise<Screen> => (await import('./screens/yard/YardScreen.tsx')).YardScreen,
};
const screen = (name: keyof typeof screens): Pick<RouteObject, 'lazy'> => ({ lazy: async () => ({ Component: await screens[name]() }) });

/** Fetches every screen while the page rests, so that it opens at once, with no network too. */
export const fetchScreens = (): void => {
  const rest = (work: () => void): void => {
    if ('requestIdleCallback' in window) window.requestIdleCallback(work, { timeout: 3000 });
    else setTimeout(work, 500);
  };
  const [...names] = [...Object.values(screens), ...windowLoads];
  const next = (): void => {
    const load = names.shift();
    if (load === undefined) return;
    load()
      .catch(() => undefined) // fetched again when it is opened
      .finally(() => {
        rest(next);
      });
  };
  rest(next);
};

export const router = createBrowserRouter([
  {
    element: <Shell />,
    HydrateFallback: () => <Waiting>Opening…</Waiting>,
    children: [
      { path: '/', element: <Navigate to="/stations" replace /> },
      { path: '/stations', element: <StationsScreen /> },
      {
        path: '/stations/:stream',
        ...screen('station'),
        children: [
          { index: true, element: <Navigate to="sheet" replace /> },
          ...(['plan', 'sheet', 'bench', 'signal', 'proof', 'standby', 'watch', 'handover'] as const).map((path) => ({
            path,
            ...screen(path),
          })),
        ],
      },
      { path: '/new', ...screen('fresh') },
      { path: '/copy', ...screen('copy') },
      { path: '/across', ...screen('across') },
      { path: '/rules', ...screen('rules') },
      { path: '/people', ...screen('people') },
      { path: '/telephone', ...screen('telephone') },
      { path: '/here', ...screen('here') },
      { path: '/desk', ...screen('desk') },
      { path: '/yard', ...screen('yard') },
      { path: '*', element: <Navigate to="/stations" replace /> },
    ],
  },
]);
