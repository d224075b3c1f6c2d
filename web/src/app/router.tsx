import { lazy, Suspense, type ComponentType } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { patient } from './patient-import.ts';
import { ErrorScreen } from './shell/ErrorScreen.tsx';
import PlansScreen from '../screens/plans/PlansScreen.tsx';

const PlanFrame = lazy(patient(() => import('./shell/PlanFrame.tsx')));
const BriefScreen = lazy(patient(() => import('../screens/brief/BriefScreen.tsx')));
const ListenScreen = lazy(patient(() => import('../screens/listen/ListenScreen.tsx')));
const FootageScreen = lazy(patient(() => import('../screens/footage/FootageScreen.tsx')));
const ClipScreen = lazy(patient(() => import('../screens/footage/ClipScreen.tsx')));
const ScoreScreen = lazy(patient(() => import('../screens/score/ScoreScreen.tsx')));
const MovesScreen = lazy(patient(() => import('../screens/moves/MovesScreen.tsx')));
const SpeedsScreen = lazy(patient(() => import('../screens/speeds/SpeedsScreen.tsx')));
const SoundScreen = lazy(patient(() => import('../screens/sound/SoundScreen.tsx')));
const ReadScreen = lazy(patient(() => import('../screens/read/ReadScreen.tsx')));
const RuleScreen = lazy(patient(() => import('../screens/rule/RuleScreen.tsx')));
const RehearseScreen = lazy(patient(() => import('../screens/rehearse/RehearseScreen.tsx')));
const HandOffScreen = lazy(patient(() => import('../screens/hand-off/HandOffScreen.tsx')));

/** A screen outside a plan, which is loaded when it is first opened. */
const Suspended = ({ of: Screen }: { of: ComponentType }) => (
  <Suspense fallback={<p className="waiting">Opening the screen</p>}>
    <Screen />
  </Suspense>
);

/**
 * The addresses of the application; screens other than the list of plans are loaded when first
 * opened.
 */
export const makeRouter = () =>
  createBrowserRouter([
    { path: '/plans', element: <PlansScreen />, errorElement: <ErrorScreen /> },
    { path: '/read', element: <Suspended of={ReadScreen} />, errorElement: <ErrorScreen /> },
    { path: '/rule/:id?', element: <Suspended of={RuleScreen} />, errorElement: <ErrorScreen /> },
    {
      path: '/plans/:id',
      element: <PlanFrame />,
      errorElement: <ErrorScreen />,
      children: [
        { index: true, element: <Navigate to="score" replace /> },
        { path: 'brief', element: <BriefScreen /> },
        { path: 'listen', element: <ListenScreen /> },
        { path: 'footage', element: <FootageScreen /> },
        { path: 'footage/:clip', element: <ClipScreen /> },
        { path: 'score', element: <ScoreScreen /> },
        { path: 'moves/:at?', element: <MovesScreen /> },
        { path: 'speeds/:shot?', element: <SpeedsScreen /> },
        { path: 'sound/:at?', element: <SoundScreen /> },
        { path: 'rehearse', element: <RehearseScreen /> },
        { path: 'hand-off/:part?', element: <HandOffScreen /> },
        { path: '*', element: <Navigate to="../score" replace /> },
      ],
    },
    { path: '*', element: <Navigate to="/plans" replace /> },
  ]);
