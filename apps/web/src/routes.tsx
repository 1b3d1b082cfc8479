// The map of the application.
import { createBrowserRouter, Navigate } from 'react-router';
import { DeskScreen } from './screens/desk/DeskScreen.tsx';
import { Shell } from './screens/shell/Shell.tsx';
import { ProofChapter } from './screens/station/chapters/proof/ProofChapter.tsx';
import { SheetChapter } from './screens/station/chapters/sheet/SheetChapter.tsx';
import { StationScreen } from './screens/station/StationScreen.tsx';
import { StationsScreen } from './screens/stations/StationsScreen.tsx';

export const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: '/', element: <Navigate to="/stations" replace /> },
      { path: '/stations', element: <StationsScreen /> },
      {
        path: '/stations/:stream',
        element: <StationScreen />,
        children: [
          { index: true, element: <Navigate to="sheet" replace /> },
          { path: 'sheet', element: <SheetChapter /> },
          { path: 'proof', element: <ProofChapter /> },
        ],
      },
      { path: '/desk', element: <DeskScreen /> },
      { path: '*', element: <Navigate to="/stations" replace /> },
    ],
  },
]);
