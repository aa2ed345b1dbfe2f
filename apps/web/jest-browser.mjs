import { TextDecoder, TextEncoder } from 'node:util';

/** What screens ask of a browser and jsdom has not: none of it matters to what the tests look at. */
class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
Object.assign(globalThis, {
  ResizeObserver: Observer,
  IntersectionObserver: Observer,
  TextEncoder,
  TextDecoder,
});
Object.assign(Element.prototype, {
  scrollIntoView: () => {},
  hasPointerCapture: () => false,
  setPointerCapture: () => {},
  releasePointerCapture: () => {},
});
