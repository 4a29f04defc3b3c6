/* What a browser has and jsdom lacks, as far as Vuetify asks for it. */
class NoObserver {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}
Object.assign(globalThis, {
  ResizeObserver: NoObserver,
  IntersectionObserver: NoObserver,
  CSS: { supports: () => false },
});
Object.assign(window, {
  visualViewport: new EventTarget(),
  matchMedia: (media: string) => Object.assign(new EventTarget(), { matches: false, media }),
});
Element.prototype.scrollIntoView = () => undefined;
