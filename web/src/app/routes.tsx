import { createBrowserRouter } from 'react-router';
import { Loading } from '../shared/states';
import { Shell } from './shell';
import { NotFound, RouteFault } from './not-found';

/** The five places. Each is a chunk of its own. */
export function makeRouter() {
  return createBrowserRouter([
    {
      element: <Shell />,
      errorElement: <RouteFault />,
      hydrateFallbackElement: <Loading what="the shop" />,
      children: [
        { path: '/', lazy: async () => ({ Component: (await import('../features/board/board-page')).BoardPage }) },
        { path: '/builds/:buildId/:stage?', lazy: async () => ({ Component: (await import('../features/plan-page/build-page')).BuildPage }) },
        { path: '/bench/:buildId', lazy: async () => ({ Component: (await import('../features/bench/bench-page')).BenchPage }) },
        { path: '/bench', lazy: async () => ({ Component: (await import('../features/bench/bench-page')).BenchPage }) },
        { path: '/rack', lazy: async () => ({ Component: (await import('../features/rack/rack-page')).RackPage }) },
        { path: '/rack/treatments', lazy: async () => ({ Component: (await import('../features/rack/treatments-page')).TreatmentsPage }) },
        { path: '/rack/:moldId', lazy: async () => ({ Component: (await import('../features/rack/mold-page')).MoldPage }) },
        { path: '/stores', lazy: async () => ({ Component: (await import('../features/stores/stores-page')).StoresPage }) },
        { path: '/shop', lazy: async () => ({ Component: (await import('../features/shop/shop-page')).ShopPage }) },
        { path: '/shop/wall', lazy: async () => ({ Component: (await import('../features/shop/wall/wall-page')).WallPage }) },
        { path: '*', element: <NotFound /> },
      ],
    },
  ]);
}
