import { vi } from 'vitest';

/** Stands in for the server of a page that has no address: every call goes to `answer`. Undone by `vi.unstubAllGlobals`. */
export function stubFetch(answer: (request: Request) => Promise<Response>): void {
  const NativeRequest = globalThis.Request;
  class RequestAtShop extends NativeRequest {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' && input.startsWith('/') ? `http://shop${input}` : input, init);
    }
  }
  vi.stubGlobal('Request', RequestAtShop);
  vi.stubGlobal('fetch', (input: RequestInfo | URL, init?: RequestInit) =>
    answer(new RequestAtShop(input, init)),
  );
}
