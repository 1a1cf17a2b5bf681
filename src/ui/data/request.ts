/** Why the server did not do what was asked. */
export class RequestFailed extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** The database or the server does not answer: try again later, keep what was typed. */
    readonly away: boolean,
    /** The answer's own data, as on a conflict. */
    readonly detail: Record<string, unknown>,
  ) {
    super(message);
  }
}

async function answered(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new RequestFailed('Zonograph’s server does not answer.', 0, true, {});
  }
  if (response.ok) return response;
  const detail = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  const reason = typeof detail.reason === 'string' ? detail.reason : `The server answered ${response.status}.`;
  throw new RequestFailed(reason, response.status, detail.databaseAway === true || response.status >= 502, detail);
}

/** Asks the server. @throws RequestFailed with the server's reason */
export async function get<T>(path: string): Promise<T> {
  return (await answered(path)).json() as Promise<T>;
}

/** Sends JSON to the server and reads its answer. @throws RequestFailed with the server's reason */
export async function send<T>(method: 'POST' | 'PUT' | 'DELETE', path: string, json: unknown): Promise<T> {
  return (await sendForFile(method, path, json)).json() as Promise<T>;
}

/** Sends a file as it is and reads the answer. @throws RequestFailed with the server's reason */
export async function sendBytes<T>(path: string, bytes: Uint8Array<ArrayBuffer>): Promise<T> {
  return (await answered(path, { method: 'POST', body: bytes })).json() as Promise<T>;
}

/** The longest body that a browser still sends when its page is left, in characters, with room for what takes several bytes. */
const KEPT_ALIVE = 20_000;

/** Sends JSON and gives back the whole answer, for files. @throws RequestFailed with the server's reason */
export function sendForFile(method: 'POST' | 'PUT' | 'DELETE', path: string, json: unknown): Promise<Response> {
  const body = JSON.stringify(json);
  const headers = { 'content-type': 'application/json' };
  return answered(path, { method, headers, body, keepalive: body.length < KEPT_ALIVE });
}
