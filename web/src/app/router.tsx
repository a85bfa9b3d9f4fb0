import { createBrowserRouter, Navigate, redirect } from 'react-router';
import { Skeleton } from '../parts/controls.tsx';
import { Frame } from './Frame.tsx';

// Longer than other files: one list of all addresses.

/** Every screen is loaded when it is first shown. */
export const router = createBrowserRouter([
  // Whoever opens these is not signed in.
  {
    path: '/first-run',
    HydrateFallback: Skeleton,
    lazy: async () => ({
      Component: (await import('../screens/first-run/FirstRunScreen.tsx')).FirstRunScreen,
    }),
  },
  {
    path: '/invite',
    HydrateFallback: Skeleton,
    lazy: async () => ({ Component: (await import('../screens/invite/InviteScreen.tsx')).InviteScreen }),
  },
  {
    path: '/client',
    HydrateFallback: Skeleton,
    lazy: async () => ({ Component: (await import('../screens/client/ClientScreen.tsx')).ClientScreen }),
  },
  {
    path: '/',
    Component: Frame,
    HydrateFallback: Skeleton,
    children: [
      { index: true, element: <Navigate to="/jobs" replace /> },
      {
        path: 'jobs',
        lazy: async () => ({ Component: (await import('../screens/jobs/JobsScreen.tsx')).JobsScreen }),
      },
      {
        path: 'jobs/:jobId',
        lazy: async () => ({ Component: (await import('../screens/job/JobScreen.tsx')).JobScreen }),
        children: [
          { index: true, element: <Navigate to="brief" replace /> },
          {
            path: 'brief',
            lazy: async () => ({ Component: (await import('../screens/job/BriefScreen.tsx')).BriefScreen }),
          },
          {
            path: 'survey',
            lazy: async () => ({
              Component: (await import('../screens/survey/SurveyScreen.tsx')).SurveyScreen,
            }),
          },
          {
            path: 'survey/systems',
            lazy: async () => ({
              Component: (await import('../screens/survey/SystemsScreen.tsx')).SystemsScreen,
            }),
          },
          {
            path: 'pieces',
            lazy: async () => ({
              Component: (await import('../screens/pieces/PiecesScreen.tsx')).PiecesScreen,
            }),
          },
          {
            path: 'pieces/:pieceId',
            lazy: async () => ({
              Component: (await import('../screens/history/PieceHistoryScreen.tsx')).PieceHistoryScreen,
            }),
          },
          {
            path: 'pieces/map',
            lazy: async () => ({ Component: (await import('../screens/map/MapScreen.tsx')).MapScreen }),
          },
          {
            path: 'pieces/labels',
            lazy: async () => ({
              Component: (await import('../screens/labels/LabelsScreen.tsx')).LabelsScreen,
            }),
          },
          {
            path: 'pieces/room',
            lazy: async () => ({ Component: (await import('../screens/room/RoomScreen.tsx')).RoomScreen }),
          },
          {
            path: 'pieces/hardware',
            lazy: async () => ({
              Component: (await import('../screens/hardware/HardwareScreen.tsx')).HardwareScreen,
            }),
          },
          {
            lazy: async () => ({
              Component: (await import('../job/AwaitsLearned.tsx')).AwaitsLearned,
            }),
            children: [
              {
                path: 'materials',
                lazy: async () => ({
                  Component: (await import('../screens/materials/MaterialsScreen.tsx')).MaterialsScreen,
                }),
              },
              {
                path: 'materials/price',
                lazy: async () => ({
                  Component: (await import('../screens/price/PriceScreen.tsx')).PriceScreen,
                }),
              },
              {
                path: 'materials/quotes',
                lazy: async () => ({
                  Component: (await import('../screens/price/QuotesScreen.tsx')).QuotesScreen,
                }),
              },
            ],
          },
          {
            path: 'materials/quotes/:quoteId',
            lazy: async () => ({
              Component: (await import('../screens/price/QuotePaper.tsx')).QuotePaper,
            }),
          },
          {
            path: 'sequence',
            lazy: async () => ({
              Component: (await import('../screens/sequence/SequenceScreen.tsx')).SequenceScreen,
            }),
          },
          {
            path: 'sequence/card',
            lazy: async () => ({
              Component: (await import('../screens/sequence/CardScreen.tsx')).CardScreen,
            }),
          },
          {
            path: 'sequence/ways',
            loader: ({ params }) => redirect(`/jobs/${params.jobId}/sequence/methods`),
          },
          {
            path: 'sequence/methods',
            lazy: async () => ({
              Component: (await import('../screens/methods/JobMethodsScreen.tsx')).JobMethodsScreen,
            }),
          },
          {
            path: 'days',
            lazy: async () => ({ Component: (await import('../screens/days/DaysScreen.tsx')).DaysScreen }),
          },
          {
            path: 'inspection',
            lazy: async () => ({
              Component: (await import('../screens/inspection/InspectionScreen.tsx')).InspectionScreen,
            }),
          },
          {
            path: 'handover',
            lazy: async () => ({
              Component: (await import('../screens/handover/HandoverScreen.tsx')).HandoverScreen,
            }),
          },
          {
            path: 'handover/sheet',
            lazy: async () => ({
              Component: (await import('../screens/handover/SheetScreen.tsx')).SheetScreen,
            }),
          },
          {
            path: 'handover/care',
            lazy: async () => ({
              Component: (await import('../screens/handover/CareScreen.tsx')).CareScreen,
            }),
          },
          {
            path: 'handover/pots',
            lazy: async () => ({
              Component: (await import('../screens/handover/PotsScreen.tsx')).PotsScreen,
            }),
          },
          {
            path: 'handover/leftovers',
            lazy: async () => ({
              Component: (await import('../screens/handover/LeftoversScreen.tsx')).LeftoversScreen,
            }),
          },
          {
            path: 'log',
            lazy: async () => ({ Component: (await import('../screens/log/LogScreen.tsx')).LogScreen }),
          },
        ],
      },
      {
        path: 'floor',
        lazy: async () => ({ Component: (await import('../screens/floor/FloorScreen.tsx')).FloorScreen }),
      },
      {
        path: 'trace',
        lazy: async () => ({ Component: (await import('../screens/history/TraceScreen.tsx')).TraceScreen }),
      },
      {
        path: 'find',
        lazy: async () => ({ Component: (await import('../screens/find/FindScreen.tsx')).FindScreen }),
      },
      {
        path: 'p/:pieceId',
        lazy: async () => ({ Component: (await import('../screens/find/OpenPiece.tsx')).OpenPiece }),
      },
      {
        path: 'wall',
        lazy: async () => ({ Component: (await import('../screens/days/WallSheet.tsx')).WallSheet }),
      },
      {
        path: 'week',
        lazy: async () => ({ Component: (await import('../screens/week/WeekScreen.tsx')).WeekScreen }),
      },
      {
        path: 'spray/sheet',
        lazy: async () => ({ Component: (await import('../screens/spray/StrokeSheet.tsx')).StrokeSheet }),
      },
      {
        path: 'spray',
        lazy: async () => ({ Component: (await import('../screens/spray/SprayScreen.tsx')).SprayScreen }),
      },
      {
        path: 'bench',
        lazy: async () => ({ Component: (await import('../screens/bench/BenchScreen.tsx')).BenchScreen }),
      },
      {
        path: 'bench/:mixId/label',
        lazy: async () => ({
          Component: (await import('../screens/bench/MixLabelScreen.tsx')).MixLabelScreen,
        }),
      },
      {
        path: 'bench/:mixId',
        lazy: async () => ({ Component: (await import('../screens/bench/MixScreen.tsx')).MixScreen }),
      },
      {
        path: 'products',
        lazy: async () => ({
          Component: (await import('../screens/products/ProductsFrame.tsx')).ProductsFrame,
        }),
        children: [
          {
            index: true,
            lazy: async () => ({
              Component: (await import('../screens/products/CoatingsScreen.tsx')).CoatingsScreen,
            }),
          },
          {
            lazy: async () => ({
              Component: (await import('../job/AwaitsLearned.tsx')).AwaitsLearned,
            }),
            children: [
              {
                path: 'shopping',
                lazy: async () => ({
                  Component: (await import('../screens/shopping/ShoppingScreen.tsx')).ShoppingScreen,
                }),
              },
            ],
          },
          {
            path: 'supplies',
            lazy: async () => ({
              Component: (await import('../screens/products/SuppliesScreen.tsx')).SuppliesScreen,
            }),
          },
          {
            path: 'bench',
            lazy: async () => ({
              Component: (await import('../screens/products/CupsAndGuns.tsx')).CupsAndGuns,
            }),
          },
          {
            path: 'layers',
            lazy: async () => ({
              Component: (await import('../screens/products/LayersScreen.tsx')).LayersScreen,
            }),
          },
          {
            path: 'systems',
            lazy: async () => ({
              Component: (await import('../screens/products/CustomSystems.tsx')).CustomSystems,
            }),
          },
        ],
      },
      // Addresses of earlier versions, in bookmarks and on labels.
      {
        path: 'stores/*',
        loader: ({ params }) => redirect(`/products/${params['*'] ?? ''}`.replace(/\/$/, '')),
      },
      { path: 'shop/ways', loader: () => redirect('/shop/methods') },
      {
        path: 'shop/methods',
        lazy: async () => ({
          Component: (await import('../screens/methods/ShopMethodsScreen.tsx')).ShopMethodsScreen,
        }),
      },
      {
        path: 'shop',
        lazy: async () => ({ Component: (await import('../screens/shop/ShopFrame.tsx')).ShopFrame }),
        children: [
          {
            index: true,
            lazy: async () => ({ Component: (await import('../screens/shop/ShopScreen.tsx')).ShopScreen }),
          },
          {
            path: 'results',
            lazy: async () => ({
              Component: (await import('../screens/results/ResultsScreen.tsx')).ResultsScreen,
            }),
          },
          {
            path: 'learned',
            lazy: async () => ({
              Component: (await import('../screens/learned/LearnedScreen.tsx')).LearnedScreen,
            }),
          },
          {
            path: 'rates',
            lazy: async () => ({
              Component: (await import('../screens/shop/RatesScreen.tsx')).RatesScreen,
            }),
          },
          {
            path: 'yardsticks',
            lazy: async () => ({
              Component: (await import('../screens/shop/YardsticksScreen.tsx')).YardsticksScreen,
            }),
          },
          {
            path: 'places',
            lazy: async () => ({
              Component: (await import('../screens/shop/PlacesScreen.tsx')).PlacesScreen,
            }),
          },
          {
            path: 'lessons',
            lazy: async () => ({
              Component: (await import('../screens/lessons/LessonsScreen.tsx')).LessonsScreen,
            }),
          },
          {
            path: 'people',
            lazy: async () => ({
              Component: (await import('../screens/people/PeopleScreen.tsx')).PeopleScreen,
            }),
          },
          {
            path: 'backups',
            lazy: async () => ({
              Component: (await import('../screens/backups/BackupsScreen.tsx')).BackupsScreen,
            }),
          },
        ],
      },
      {
        path: 'me',
        lazy: async () => ({ Component: (await import('../screens/people/MeScreen.tsx')).MeScreen }),
      },
      { path: '*', lazy: async () => ({ Component: (await import('./NotFound.tsx')).NotFound }) },
    ],
  },
]);
