import type { z } from 'zod';
import type { Route } from '../../contract/route';
import { signedOut } from './signed-out';

/** Why the server did not do what was asked. */
export class RequestFailed extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** The database or the server does not answer, or has too much to do: try again later, keep what was typed. */
    readonly away: boolean,
    /** The answer's own data; on a conflict `current` is the thing as it is now. */
    readonly detail: Record<string, unknown>,
  ) {
    super(message);
  }
}

/** The thing as it is stored now, when a change was refused because somebody else had changed it meanwhile. */
export const currentIn = <T>(error: unknown): T | undefined =>
  error instanceof RequestFailed && error.status === 409 ? (error.detail.current as T | undefined) : undefined;

/** How long an answer is waited for, ms: a whole set of sheets as a PDF may take a minute. */
const LONGEST_MS = 120_000;

async function answered(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, { ...init, signal: AbortSignal.timeout(LONGEST_MS) });
  } catch {
    throw new RequestFailed('Zonograph’s server does not answer.', 0, true, {});
  }
  if (response.ok) return response;
  const detail = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  const reason = typeof detail.reason === 'string' ? detail.reason : `The server answered ${response.status}.`;
  if (detail.signedOut === true) signedOut.setState(true, true);
  const away = detail.databaseAway === true || detail.busy === true || response.status >= 502;
  throw new RequestFailed(reason, response.status, away, detail);
}

/** The longest body that a browser still sends when its page is left, in characters, with room for what takes several bytes. */
const KEPT_ALIVE = 20_000;

/** What a route is asked with: the parameters in its path, its query and its body. */
export interface Asking<R extends Route> {
  params?: Record<string, string>;
  query?: z.input<R['query']>;
  body?: z.input<R['body']>;
}

function addressOf({ path }: Route, params: Record<string, string> = {}, query: unknown): string {
  const filled = path.replace(/\[(\w+)\]/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const given = Object.entries((query ?? {}) as Record<string, unknown>).filter(
    ([, value]) => value !== undefined && value !== '',
  );
  const behind = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString();
  return behind ? `${filled}?${behind}` : filled;
}

/** Asks a route and gives the whole answer, for files. @throws RequestFailed with the server's reason */
export function askForFile<R extends Route>(route: R, { params, query, body }: Asking<R> = {}): Promise<Response> {
  const path = addressOf(route, params, query);
  const { method } = route;
  if (body === undefined) return answered(path, { method });
  if (body instanceof Uint8Array) {
    const headers = { 'content-type': 'application/octet-stream' };
    return answered(path, { method, headers, body: body as Uint8Array<ArrayBuffer> });
  }
  const json = JSON.stringify(body);
  const headers = { 'content-type': 'application/json' };
  return answered(path, { method, headers, body: json, keepalive: json.length < KEPT_ALIVE });
}

/** Asks a route. @throws RequestFailed with the server's reason */
export async function ask<R extends Route>(route: R, asking: Asking<R> = {}): Promise<z.output<R['answer']>> {
  return (await askForFile(route, asking)).json() as Promise<z.output<R['answer']>>;
}
