/** What a browser has and jsdom lacks, as far as the components ask for it. */
import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

Object.defineProperty(window, 'matchMedia', {
  // No motion: nothing in a test waits for a drawer to slide.
  value: (query: string) => ({
    matches: query.includes('reduced-motion'),
    media: query,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
  }),
});
class Watcher {
  observe() {}
  unobserve() {}
  disconnect() {}
}
vi.stubGlobal('ResizeObserver', Watcher);
vi.stubGlobal('IntersectionObserver', Watcher);
/** Workers answer nothing here: what they would say is handed in. */
class SilentWorker extends EventTarget {
  postMessage() {}
  terminate() {}
}
vi.stubGlobal('Worker', SilentWorker);
/** The server is away: what is done waits in the outbox, as on a phone without a network. */
const away = () => Promise.reject(new TypeError('no network in this test'));
vi.stubGlobal('fetch', away);
/** Node.js knows no page that an address could be relative to. */
class PageRequest extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(input instanceof Request ? input : new URL(String(input), 'http://localhost/'), init);
  }
}
vi.stubGlobal('Request', PageRequest);
/** Lettering of an even width: nothing is drawn, but tags ask how long they are. */
const EVEN_PX = 7;
HTMLCanvasElement.prototype.getContext = (() => ({
  measureText: (text: string) => ({ width: text.length * EVEN_PX }),
})) as unknown as HTMLCanvasElement['getContext'];
Element.prototype.scrollIntoView = () => {};
Element.prototype.setPointerCapture = () => {};
/** Nothing has a size here; lists that make only the rows that are seen need a window to be seen in. */
const [WINDOW, ROW_PX] = [{ width: 1280, height: 800 }, 40];
const high = {
  get(this: Element) {
    return this.hasAttribute('data-index') ? ROW_PX : WINDOW.height;
  },
};
Object.defineProperties(Element.prototype, { clientWidth: { get: () => WINDOW.width }, clientHeight: high });
Object.defineProperty(HTMLElement.prototype, 'offsetHeight', high);
/** Styles are for eyes: read and matched anew for every name that is asked for, they would take most of the time. */
Object.defineProperty(HTMLStyleElement.prototype, 'innerHTML', { configurable: true, get: () => '', set() {} });
/** Of pseudo-elements it knows nothing, and says so at length. */
const styleOf = window.getComputedStyle.bind(window);
window.getComputedStyle = (element) => styleOf(element);
/** Whether each ancestor is shown is asked of the browser's stories; here it would take most of the time. */
// What comes is waited for as long as a slow machine needs.
configure({ defaultHidden: true, asyncUtilTimeout: 10_000 });

afterEach(() => {
  cleanup();
  // A test that answered as the server does it for itself alone.
  globalThis.fetch = away;
});
