import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** What the server says went wrong, in words for the person who asked. */
export class Refusal extends Error {
  constructor(
    readonly type: string,
    detail: string,
    readonly status: number,
    /** What stands there now, where somebody else saved it in the meantime. */
    readonly now: unknown = undefined,
  ) {
    super(detail);
  }
}

let forgery = '';

/** The token that each change carries; it comes with the session. */
export const setForgery = (token: string) => (forgery = token);

const unreachable = 'The application does not answer. Nothing was changed; check that it runs, then try again.';

export const api = createClient<paths>({
  baseUrl: '/',
  fetch: async (request) => {
    const signed = new Request(request, { headers: { ...Object.fromEntries(request.headers), 'X-Forgery': forgery } });
    try {
      return await fetch(signed);
    } catch {
      throw new Refusal('unreachable', unreachable, 0);
    }
  },
});

/** The answer, or the refusal as an exception. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok) return data as T;
  const problem = (error ?? {}) as { type?: string; detail?: string; now?: unknown };
  throw new Refusal(problem.type ?? 'fault', problem.detail ?? unreachable, response.status, problem.now);
}
