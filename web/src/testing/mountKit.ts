import './browserStubs.ts';
import { mount, type ComponentMountingOptions, type VueWrapper } from '@vue/test-utils';
import type { Component } from 'vue';
import { createVuetify } from 'vuetify';
import * as components from 'vuetify/components';

/** A component of the application, on the page and with Vuetify. Whoever mounts it takes it away again. */
export function mountKit(component: Component, options: ComponentMountingOptions<object> = {}): VueWrapper {
  return mount(component, {
    attachTo: document.body,
    ...options,
    global: { plugins: [createVuetify({ components })], stubs: { transition: false, RouterLink: true } },
  } as ComponentMountingOptions<object>) as unknown as VueWrapper;
}

/** A key as a person presses it, on what has the focus. */
export function press(key: string, more: KeyboardEventInit = {}): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  (document.activeElement ?? document.body).dispatchEvent(event);
  return event;
}
