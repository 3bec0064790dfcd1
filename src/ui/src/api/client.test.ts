import { afterEach, describe, expect, it, vi } from 'vitest';
import { answer, api, Refusal, setForgery } from './client';

// The client takes the browser's Request when it is made; outside a browser an address needs a host.
vi.hoisted(() => {
  globalThis.Request = class extends Request {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' && input.startsWith('/') ? `http://127.0.0.1${input}` : input, init);
    }
  };
});

const respond = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });

afterEach(() => vi.unstubAllGlobals());

describe('an answer', () => {
  it('is what the server sent', async () => {
    vi.stubGlobal('fetch', async () => respond(200, { name: 'Ines', companies: [] }));
    expect((await answer(api.GET('/api/session'))).name).toBe('Ines');
  });

  it('is a refusal in the server’s words, with its type', async () => {
    vi.stubGlobal('fetch', async () => respond(422, { type: 'account-closed', detail: '6995 is closed. Nothing was changed.' }));
    const refused = await answer(api.GET('/api/session')).catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(Refusal);
    expect(refused).toMatchObject({ type: 'account-closed', status: 422, message: '6995 is closed. Nothing was changed.' });
  });

  it('says that nothing was changed when the server cannot be reached', async () => {
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('connection refused');
    });
    const refused = await answer(api.GET('/api/session')).catch((e: unknown) => e);
    expect(refused).toMatchObject({ type: 'unreachable', status: 0 });
    expect((refused as Error).message).toContain('Nothing was changed');
  });

  it('carries the forgery token of the session', async () => {
    let sent: Request | undefined;
    vi.stubGlobal('fetch', async (request: Request) => {
      sent = request;
      return new Response(null, { status: 204 });
    });
    setForgery('token-1');
    await answer(api.DELETE('/api/session'));
    expect(sent?.headers.get('X-Forgery')).toBe('token-1');
    expect(sent?.method).toBe('DELETE');
  });
});
