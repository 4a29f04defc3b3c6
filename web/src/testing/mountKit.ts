import { afterEach } from '@jest/globals';
import { mount, type ComponentMountingOptions, type VueWrapper } from '@vue/test-utils';
import { nextTick, type Component, type Plugin } from 'vue';
import { createVuetify } from 'vuetify';
import * as components from 'vuetify/components';

type Options = ComponentMountingOptions<object> & { readonly plugins?: readonly Plugin[] };

/** A component of the application, on the page and with Vuetify. Whoever mounts it takes it away again. */
export function mountKit(component: Component, { plugins = [], ...options }: Options = {}): VueWrapper {
  return mount(component, {
    attachTo: document.body,
    ...options,
    global: {
      plugins: [createVuetify({ components }), ...plugins],
      stubs: { transition: false, ...(plugins.length > 0 ? {} : { RouterLink: true }) },
    },
  } as ComponentMountingOptions<object>) as unknown as VueWrapper;
}

/** A key as a person presses it, on what has the focus. */
export function press(key: string, more: KeyboardEventInit = {}): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  (document.activeElement ?? document.body).dispatchEvent(event);
  return event;
}

/** Mounts for the tests of a file, and takes all of it away again after each. */
export function mounting(): typeof mountKit {
  const mounted: VueWrapper[] = [];
  afterEach(() => {
    for (const wrapper of mounted.splice(0)) wrapper.unmount();
    document.body.innerHTML = '';
  });
  return (component, options) => {
    const wrapper = mountKit(component, options);
    mounted.push(wrapper);
    return wrapper;
  };
}

/** What follows from what was done is on the page. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 6; i++) await nextTick();
}

/** What is on the page, also in a dialog, which stands beside what opened it. */
export function inPage<E extends HTMLElement = HTMLElement>(selector: string): E {
  const found = document.querySelector<E>(selector);
  if (!found) throw new Error(`Nothing on the page is ${selector}`);
  return found;
}

/** Types into the first such field, as a person does who replaces what stood there. */
export async function typeInto(selector: string, text: string): Promise<void> {
  const field = inPage<HTMLInputElement>(selector);
  field.value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await settled();
}

/** Presses the button that says just this, or else the first that says it among other words. */
export async function click(words: string): Promise<void> {
  const buttons = [...document.querySelectorAll('button')];
  const button =
    buttons.find((one) => one.textContent?.trim() === words) ??
    buttons.find((one) => one.textContent?.includes(words));
  if (!button) throw new Error(`No button says ${words}`);
  button.click();
  await settled();
}
