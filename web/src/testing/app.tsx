/** Parts of the application in a document without a browser, with a server that answers as a test says. */
import { cleanup, configure, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterAll, afterEach, beforeEach, vi } from 'vitest';
import { newStore } from '../app/store.ts';

// How long something takes to come is the machine's affair: this only ends what never does.
configure({ asyncUtilTimeout: 10_000 });

/** What was asked of the server. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}
type Answer = { readonly status: number; readonly body: unknown };
/** What a server answers; undefined where it has nothing at that address. By its key a write is known again. */
type Server = (asked: Asked, key: string | null) => Answer | undefined;

export const ok = (body: unknown): Answer => ({ status: 200, body });

const BASE = 'http://localhost';

/** A request with the address of a page, and without what tells the document's signals from Node's. */
class PageRequest extends Request {
  constructor(address: string, { signal: _, ...init }: RequestInit = {}) {
    super(new URL(address, BASE), init);
  }
}

/** JSON as what it says, anything else as its text. */
const bodyOf = (text: string, type: string | null): unknown =>
  text === '' ? null : type?.includes('json') ? JSON.parse(text) : text;

/** A connection on which nothing is told. */
class SilentSource {
  onmessage = null;
  onerror = null;
  readyState = 1;
  close() {}
}
// For longer than a test: what listens may begin when that is over.
Object.assign(globalThis, { EventSource: SilentSource });

/** Answers requests as `server` says until the test is over; everything else is not found. Returns what was asked so far. */
export function answering(server: Server): Asked[] {
  const all: Asked[] = [];
  vi.stubGlobal('Request', PageRequest);
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text();
    const { pathname, search } = new URL(request.url);
    const asked = {
      method: request.method,
      path: `${pathname}${search}`.replace(/^\/api/, ''),
      body: bodyOf(text, request.headers.get('Content-Type')),
    };
    all.push(asked);
    const { status, body } = server(asked, request.headers.get('Idempotency-Key')) ?? {
      status: 404,
      body: { type: 'not-found', title: 'No.' },
    };
    return new Response(status === 204 ? null : JSON.stringify(body), {
      status,
      headers: { 'Content-Type': 'application/json' },
    });
  });
  return all;
}

/** Shows something at an address of the application. Returns how to show something else in its place, and its router. */
export function show(what: ReactNode, at = '/') {
  const store = newStore();
  const router = createMemoryRouter([{ path: '*', element: what }], { initialEntries: [at] });
  const shown = render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return { ...shown, router, store };
}

beforeEach(() => {
  // What a document without a window lacks.
  vi.stubGlobal('scrollTo', () => {});
  Element.prototype.scrollIntoView = () => {};
  Element.prototype.hasPointerCapture = () => false;
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.releasePointerCapture = () => {};
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
});
afterEach(() => {
  cleanup();
  sessionStorage.clear();
  localStorage.clear();
  vi.unstubAllGlobals();
});

/** A notice that was said takes so long to be shown, and another to be gone. */
const NOTICE_MILLISECONDS = 300;
const later = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

// Notices outlive the test that said them; what they do later must not find the document gone.
afterAll(async () => {
  const notices = document.querySelector('[data-notices]');
  if (notices === null) return;
  await later(NOTICE_MILLISECONDS);
  const { toast } = await import('../ui/notices/toasts.tsx');
  toast.dismiss();
  await later(NOTICE_MILLISECONDS);
  notices.remove();
});
