import { jest } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { createPinia } from 'pinia';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { mounting, settled } from './mountKit.ts';

/* A whole screen, as a person opens it: its stores, its way to the server, and the planner, which here has no thread of its own. */

const planner: { api?: Record<string, (...args: unknown[]) => unknown> } = {};
jest.unstable_mockModule('comlink', () => ({
  expose: (api: Record<string, (...args: unknown[]) => unknown>) => (planner.api = api),
  wrap: () =>
    new Proxy(
      {},
      {
        get:
          (_nothing, name) =>
          async (...args: unknown[]) => {
            // What takes seconds and is only a hint beside the work is tested alone.
            if (String(name).startsWith('worthChecking')) return [];
            return planner.api?.[String(name)]?.(...args);
          },
      },
    ),
}));

export interface Screen {
  readonly page: VueWrapper;
  readonly router: Router;
}

/** Mounts screens for the tests of a file; each is read with its modules after the planner has been put in place. */
export function screens(): (
  read: () => Promise<{ default: Component }>,
  props?: Record<string, unknown>,
) => Promise<Screen> {
  const show = mounting();
  return async (read, props = {}) => {
    Object.assign(globalThis, { Worker: class {} });
    await import('../workers/planner.worker.ts');
    const { default: screen } = await read();
    const away: Component = { render: () => null };
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/:all(.*)*', component: away }],
    });
    await router.push('/');
    const page = show(screen, { props, plugins: [createPinia(), router] });
    return { page, router };
  };
}

/** Waits, as a person does, until something is so: what is stored and sent comes by turns of its own. */
export async function until(isSo: () => boolean, what = 'it'): Promise<void> {
  for (let turn = 0; turn < 400; turn++) {
    if (isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
    await settled();
  }
  throw new Error(`${what} has not come; the page says: ${document.body.textContent?.slice(0, 400)}`);
}
