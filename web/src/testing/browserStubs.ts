import { deserialize, serialize } from 'node:v8';

/* What a browser has and jsdom lacks, as far as the application and its packages ask for it. */

class NoObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

// Set up before any test is read: what is imported asks at once. Tests of the core and the server have no window.
if (typeof window !== 'undefined') {
  Object.assign(globalThis, {
    ResizeObserver: NoObserver,
    IntersectionObserver: NoObserver,
    CSS: { supports: () => false },
    structuredClone: (value: unknown): unknown => deserialize(serialize(value)),
  });
  Object.assign(window, {
    visualViewport: new EventTarget(),
    matchMedia: (media: string) => Object.assign(new EventTarget(), { matches: false, media }),
    VTTCue: class {},
  });
  Element.prototype.scrollIntoView = () => undefined;
}
