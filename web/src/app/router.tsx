import {
  type ComponentType,
  lazy,
  type ReactElement,
  Suspense,
  startTransition,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import {
  UNSAFE_createBrowserHistory as createBrowserHistory,
  Navigate,
  type RouteObject,
  Router,
  useParams,
  useRoutes,
} from 'react-router';
import { Skeleton } from '../parts/controls.tsx';
import { JobsScreen } from '../screens/jobs/JobsScreen.tsx';
import { Frame } from './Frame.tsx';

// Longer than other files: one list of all addresses.

/** A screen that is loaded when it is first shown. */
function screen(load: () => Promise<ComponentType>): { element: ReactElement } {
  const Screen = lazy(async () => ({ default: await load() }));
  return { element: <Screen /> };
}

/** Marks an address of an earlier version, in bookmarks and on labels: it only leads to another one. */
export const EARLIER = 'earlier';

function FromStores() {
  const { '*': rest = '' } = useParams();
  return <Navigate to={`/products/${rest}`.replace(/\/$/, '')} replace />;
}

export const ADDRESSES: RouteObject[] = [
  // Whoever opens these is not signed in.
  {
    path: '/first-run',
    ...screen(async () => (await import('../screens/first-run/FirstRunScreen.tsx')).FirstRunScreen),
  },
  {
    path: '/invite',
    ...screen(async () => (await import('../screens/invite/InviteScreen.tsx')).InviteScreen),
  },
  {
    path: '/client',
    ...screen(async () => (await import('../screens/client/ClientScreen.tsx')).ClientScreen),
  },
  {
    path: '/',
    element: <Frame />,
    children: [
      { index: true, element: <Navigate to="/jobs" replace /> },
      {
        path: 'jobs',
        // Comes with the frame: most of it every screen needs.
        element: <JobsScreen />,
      },
      {
        path: 'jobs/:jobId',
        ...screen(async () => (await import('../screens/job/JobScreen.tsx')).JobScreen),
        children: [
          { index: true, element: <Navigate to="brief" replace /> },
          {
            path: 'brief',
            ...screen(async () => (await import('../screens/job/BriefScreen.tsx')).BriefScreen),
          },
          {
            path: 'survey',
            ...screen(async () => (await import('../screens/survey/SurveyScreen.tsx')).SurveyScreen),
          },
          {
            path: 'survey/systems',
            ...screen(async () => (await import('../screens/survey/SystemsScreen.tsx')).SystemsScreen),
          },
          {
            path: 'pieces',
            ...screen(async () => (await import('../screens/pieces/PiecesScreen.tsx')).PiecesScreen),
          },
          {
            path: 'pieces/:pieceId',
            ...screen(
              async () => (await import('../screens/history/PieceHistoryScreen.tsx')).PieceHistoryScreen,
            ),
          },
          {
            path: 'pieces/map',
            ...screen(async () => (await import('../screens/map/MapScreen.tsx')).MapScreen),
          },
          {
            path: 'pieces/labels',
            ...screen(async () => (await import('../screens/labels/LabelsScreen.tsx')).LabelsScreen),
          },
          {
            path: 'pieces/room',
            ...screen(async () => (await import('../screens/room/RoomScreen.tsx')).RoomScreen),
          },
          {
            path: 'pieces/hardware',
            ...screen(async () => (await import('../screens/hardware/HardwareScreen.tsx')).HardwareScreen),
          },
          {
            ...screen(async () => (await import('../job/AwaitsLearned.tsx')).AwaitsLearned),
            children: [
              {
                path: 'materials',
                ...screen(
                  async () => (await import('../screens/materials/MaterialsScreen.tsx')).MaterialsScreen,
                ),
              },
              {
                path: 'materials/price',
                ...screen(async () => (await import('../screens/price/PriceScreen.tsx')).PriceScreen),
              },
              {
                path: 'materials/quotes',
                ...screen(async () => (await import('../screens/price/QuotesScreen.tsx')).QuotesScreen),
              },
            ],
          },
          {
            path: 'materials/quotes/:quoteId',
            ...screen(async () => (await import('../screens/price/QuotePaper.tsx')).QuotePaper),
          },
          {
            path: 'sequence',
            ...screen(async () => (await import('../screens/sequence/SequenceScreen.tsx')).SequenceScreen),
          },
          {
            path: 'sequence/card',
            ...screen(async () => (await import('../screens/sequence/CardScreen.tsx')).CardScreen),
          },
          {
            path: 'sequence/ways',
            handle: EARLIER,
            element: <Navigate to="../sequence/methods" replace />,
          },
          {
            path: 'sequence/methods',
            ...screen(async () => (await import('../screens/methods/JobMethodsScreen.tsx')).JobMethodsScreen),
          },
          {
            path: 'days',
            ...screen(async () => (await import('../screens/days/DaysScreen.tsx')).DaysScreen),
          },
          {
            path: 'inspection',
            ...screen(
              async () => (await import('../screens/inspection/InspectionScreen.tsx')).InspectionScreen,
            ),
          },
          {
            path: 'handover',
            ...screen(async () => (await import('../screens/handover/HandoverScreen.tsx')).HandoverScreen),
          },
          {
            path: 'handover/sheet',
            ...screen(async () => (await import('../screens/handover/SheetScreen.tsx')).SheetScreen),
          },
          {
            path: 'handover/care',
            ...screen(async () => (await import('../screens/handover/CareScreen.tsx')).CareScreen),
          },
          {
            path: 'handover/pots',
            ...screen(async () => (await import('../screens/handover/PotsScreen.tsx')).PotsScreen),
          },
          {
            path: 'handover/leftovers',
            ...screen(async () => (await import('../screens/handover/LeftoversScreen.tsx')).LeftoversScreen),
          },
          {
            path: 'log',
            ...screen(async () => (await import('../screens/log/LogScreen.tsx')).LogScreen),
          },
        ],
      },
      {
        path: 'floor',
        ...screen(async () => (await import('../screens/floor/FloorScreen.tsx')).FloorScreen),
      },
      {
        path: 'trace',
        ...screen(async () => (await import('../screens/history/TraceScreen.tsx')).TraceScreen),
      },
      {
        path: 'find',
        ...screen(async () => (await import('../screens/find/FindScreen.tsx')).FindScreen),
      },
      {
        path: 'p/:pieceId',
        ...screen(async () => (await import('../screens/find/OpenPiece.tsx')).OpenPiece),
      },
      {
        path: 'wall',
        ...screen(async () => (await import('../screens/days/WallSheet.tsx')).WallSheet),
      },
      {
        path: 'week',
        ...screen(async () => (await import('../screens/week/WeekScreen.tsx')).WeekScreen),
      },
      {
        path: 'spray/sheet',
        ...screen(async () => (await import('../screens/spray/StrokeSheet.tsx')).StrokeSheet),
      },
      {
        path: 'spray',
        ...screen(async () => (await import('../screens/spray/SprayScreen.tsx')).SprayScreen),
      },
      {
        path: 'bench',
        ...screen(async () => (await import('../screens/bench/BenchScreen.tsx')).BenchScreen),
      },
      {
        path: 'bench/:mixId/label',
        ...screen(async () => (await import('../screens/bench/MixLabelScreen.tsx')).MixLabelScreen),
      },
      {
        path: 'bench/:mixId',
        ...screen(async () => (await import('../screens/bench/MixScreen.tsx')).MixScreen),
      },
      {
        path: 'products',
        ...screen(async () => (await import('../screens/products/ProductsFrame.tsx')).ProductsFrame),
        children: [
          {
            index: true,
            ...screen(async () => (await import('../screens/products/CoatingsScreen.tsx')).CoatingsScreen),
          },
          {
            ...screen(async () => (await import('../job/AwaitsLearned.tsx')).AwaitsLearned),
            children: [
              {
                path: 'shopping',
                ...screen(
                  async () => (await import('../screens/shopping/ShoppingScreen.tsx')).ShoppingScreen,
                ),
              },
            ],
          },
          {
            path: 'supplies',
            ...screen(async () => (await import('../screens/products/SuppliesScreen.tsx')).SuppliesScreen),
          },
          {
            path: 'bench',
            ...screen(async () => (await import('../screens/products/CupsAndGuns.tsx')).CupsAndGuns),
          },
          {
            path: 'layers',
            ...screen(async () => (await import('../screens/products/LayersScreen.tsx')).LayersScreen),
          },
          {
            path: 'systems',
            ...screen(async () => (await import('../screens/products/CustomSystems.tsx')).CustomSystems),
          },
        ],
      },
      {
        path: 'stores/*',
        handle: EARLIER,
        element: <FromStores />,
      },
      { path: 'shop/ways', handle: EARLIER, element: <Navigate to="/shop/methods" replace /> },
      {
        path: 'shop/methods',
        ...screen(async () => (await import('../screens/methods/ShopMethodsScreen.tsx')).ShopMethodsScreen),
      },
      {
        path: 'shop',
        ...screen(async () => (await import('../screens/shop/ShopFrame.tsx')).ShopFrame),
        children: [
          {
            index: true,
            ...screen(async () => (await import('../screens/shop/ShopScreen.tsx')).ShopScreen),
          },
          {
            path: 'results',
            ...screen(async () => (await import('../screens/results/ResultsScreen.tsx')).ResultsScreen),
          },
          {
            path: 'learned',
            ...screen(async () => (await import('../screens/learned/LearnedScreen.tsx')).LearnedScreen),
          },
          {
            path: 'rates',
            ...screen(async () => (await import('../screens/shop/RatesScreen.tsx')).RatesScreen),
          },
          {
            path: 'yardsticks',
            ...screen(async () => (await import('../screens/shop/YardsticksScreen.tsx')).YardsticksScreen),
          },
          {
            path: 'places',
            ...screen(async () => (await import('../screens/shop/PlacesScreen.tsx')).PlacesScreen),
          },
          {
            path: 'lessons',
            ...screen(async () => (await import('../screens/lessons/LessonsScreen.tsx')).LessonsScreen),
          },
          {
            path: 'people',
            ...screen(async () => (await import('../screens/people/PeopleScreen.tsx')).PeopleScreen),
          },
          {
            path: 'backups',
            ...screen(async () => (await import('../screens/backups/BackupsScreen.tsx')).BackupsScreen),
          },
        ],
      },
      {
        path: 'me',
        ...screen(async () => (await import('../screens/people/MeScreen.tsx')).MeScreen),
      },
      { path: '*', ...screen(async () => (await import('./NotFound.tsx')).NotFound) },
    ],
  },
];

// Listeners are told of every change of address, not of the browser’s own buttons alone.
const history = createBrowserHistory({ window, v5Compat: true });

function Screens() {
  return useRoutes(ADDRESSES);
}

/**
 * The screen of the address. On the way to another one the old one stays until the new one is loaded; what changes within a
 * screen, as a chosen tab, is drawn at once. React Router’s own data router does more, and weighs a tenth of the floor.
 */
export function AppRouter() {
  const [state, setState] = useState({ action: history.action, location: history.location });
  const shown = useRef(state.location.pathname);
  useLayoutEffect(
    () =>
      history.listen((next) => {
        if (next.location.pathname === shown.current) setState(next);
        else startTransition(() => setState(next));
        shown.current = next.location.pathname;
      }),
    [],
  );
  return (
    <Router location={state.location} navigationType={state.action} navigator={history}>
      <Suspense fallback={<Skeleton />}>
        <Screens />
      </Suspense>
    </Router>
  );
}
