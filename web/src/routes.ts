import type { RouteRecordRaw } from 'vue-router';

/** The screens, in the order of the work; each loads when it is first opened. */
export const routes = [
  { path: '/', name: 'bench', component: () => import('./screens/bench/BenchScreen.vue') },
  {
    path: '/unit/:unitId/intake',
    name: 'intake',
    component: () => import('./screens/intake/IntakeScreen.vue'),
    props: true,
  },
  {
    path: '/unit/:unitId/recorder',
    name: 'recorder',
    component: () => import('./screens/recorder/RecorderScreen.vue'),
    props: true,
  },
  {
    path: '/unit/:unitId/review',
    name: 'review',
    component: () => import('./screens/review/ReviewScreen.vue'),
    props: true,
  },
  {
    path: '/unit/:unitId/route',
    name: 'route',
    component: () => import('./screens/route/RouteScreen.vue'),
    props: true,
  },
  {
    path: '/unit/:unitId/run',
    name: 'run',
    component: () => import('./screens/run/RunScreen.vue'),
    props: true,
  },
  {
    path: '/unit/:unitId/mat',
    name: 'mat',
    component: () => import('./screens/mat/MatScreen.vue'),
    props: true,
  },
  { path: '/import', name: 'import', component: () => import('./screens/import/ImportScreen.vue') },
  { path: '/models', name: 'models', component: () => import('./screens/models/ModelsScreen.vue') },
  {
    path: '/models/:code',
    name: 'model',
    component: () => import('./screens/models/ModelScreen.vue'),
    props: true,
  },
  { path: '/parts', name: 'parts', component: () => import('./screens/parts/PartsScreen.vue') },
  { path: '/maths', name: 'maths', component: () => import('./screens/maths/MathsScreen.vue') },
  { path: '/shop', name: 'shop', component: () => import('./screens/shop/ShopScreen.vue') },
  { path: '/waiting', name: 'waiting', component: () => import('./screens/waiting/WaitingScreen.vue') },
  { path: '/logbook', name: 'logbook', component: () => import('./screens/logbook/LogbookScreen.vue') },
  { path: '/:rest(.*)*', redirect: '/' },
] as const satisfies readonly RouteRecordRaw[];

/** Begins to load the screen of an address, beside the application and not after it. */
export function loadScreen(path: string): void {
  const screen = routes.find((route) =>
    new RegExp(`^${route.path.replace(/:[a-zA-Z]+/g, '[^/]+')}$`).test(path),
  );
  // Where it cannot be loaded, the router says so when it asks for it.
  if (screen && 'component' in screen) void screen.component().catch(() => undefined);
}
