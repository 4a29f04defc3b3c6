import type { Component } from 'vue';
import type { RouteRecordRaw } from 'vue-router';

/** A screen of one unit. */
const ofUnit = (name: string, component: () => Promise<{ default: Component }>) => ({
  ...{ path: `/unit/:unitId/${name}`, name, component },
  props: true,
});

/** The screens, in the order of the work; each loads when it is first opened. */
export const routes = [
  { path: '/', name: 'bench', component: () => import('./screens/bench/BenchScreen.vue') },
  ofUnit('intake', () => import('./screens/intake/IntakeScreen.vue')),
  ofUnit('recorder', () => import('./screens/recorder/RecorderScreen.vue')),
  ofUnit('review', () => import('./screens/review/ReviewScreen.vue')),
  ofUnit('route', () => import('./screens/route/RouteScreen.vue')),
  ofUnit('run', () => import('./screens/run/RunScreen.vue')),
  ofUnit('mat', () => import('./screens/mat/MatScreen.vue')),
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
  { path: '/people', name: 'people', component: () => import('./screens/people/PeopleScreen.vue') },
  { path: '/audit', name: 'audit', component: () => import('./screens/people/AuditScreen.vue') },
  { path: '/waiting', name: 'waiting', component: () => import('./screens/waiting/WaitingScreen.vue') },
  { path: '/logbook', name: 'logbook', component: () => import('./screens/logbook/LogbookScreen.vue') },
  { path: '/:rest(.*)*', redirect: '/' },
] satisfies readonly RouteRecordRaw[];

/** Begins to load the screen of an address, beside the application and not after it. */
export function loadScreen(path: string): void {
  const screen = routes.find((route) =>
    new RegExp(`^${route.path.replace(/:[a-zA-Z]+/g, '[^/]+')}$`).test(path),
  );
  // Where it cannot be loaded, the router says so when it asks for it.
  void screen?.component?.().catch(() => undefined);
}
