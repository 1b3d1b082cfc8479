// The map of the application.
import { createBrowserRouter, Navigate } from 'react-router';
import { AcrossScreen } from './screens/across/AcrossScreen.tsx';
import { DeskScreen } from './screens/desk/DeskScreen.tsx';
import { YardScreen } from './screens/yard/YardScreen.tsx';
import { RulesScreen } from './screens/rules/RulesScreen.tsx';
import { Shell } from './screens/shell/Shell.tsx';
import { BenchChapter } from './screens/station/chapters/bench/BenchChapter.tsx';
import { HandoverChapter } from './screens/station/chapters/handover/HandoverChapter.tsx';
import { SignalChapter } from './screens/station/chapters/signal/SignalChapter.tsx';
import { PlanChapter } from './screens/station/chapters/plan/PlanChapter.tsx';
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
          { path: 'plan', element: <PlanChapter /> },
          { path: 'sheet', element: <SheetChapter /> },
          { path: 'bench', element: <BenchChapter /> },
          { path: 'signal', element: <SignalChapter /> },
          { path: 'proof', element: <ProofChapter /> },
          { path: 'handover', element: <HandoverChapter /> },
        ],
      },
      { path: '/across', element: <AcrossScreen /> },
      { path: '/rules', element: <RulesScreen /> },
      { path: '/desk', element: <DeskScreen /> },
      { path: '/yard', element: <YardScreen /> },
      { path: '*', element: <Navigate to="/stations" replace /> },
    ],
  },
]);
