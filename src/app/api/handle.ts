import { NextResponse } from 'next/server';
import { z } from 'zod';
import { BYTES, FILE, type Refused, type Route } from '../../contract/route';
import { issueInWords } from '../../core/format/issue-words';
import { ROUTES, type RouteAddress, largestBody } from '../../contract/admission';
import { DatabaseAway, DatabaseBusy, DatabaseFull, saidOf } from '../../server/database';
import { diskIsFull } from '../../server/disk';
import { checkAddress } from '../../server/services/gate';
import { ServiceError } from '../../server/services/service-error';
import type { SignedIn } from '../../server/services/sign-in';
import { admitted } from './admitted';
import { bytesUpTo, checkBounds, checkDoor, checkTexts, fromAddress } from './door';

/** What a handler is given of a request: its parameters, and query and body as the route's contract reads them. */
export interface Asked<R extends Route> {
  params: Record<string, string>;
  query: z.output<R['query']>;
  body: z.output<R['body']>;
  /** Who asks. A route that takes no sign-in has nobody. */
  actor: SignedIn;
  request: Request;
  /** Headers that the answer is to have. */
  headers: Headers;
}

type Context = { params: Promise<Record<string, string> | undefined> };

/**
 * The handler of a route: lets in whom the route takes, reads what is asked by its contract, does the work, and answers with its
 * result; expected failures become their status and a reason in words.
 */
export function handle<R extends Route>(
  route: R,
  work: (asked: Asked<R>) => Promise<z.input<R['answer']>>,
): (request: Request, context: Context) => Promise<Response> {
  const address = `${route.method} ${route.path}` as RouteAddress;
  return (request, context) =>
    respond(request, address, async (actor, headers) => {
      const params = Object.fromEntries(
        Object.entries((await context.params) ?? {}).map(([name, value]) => [name, fromAddress(value)]),
      );
      const asked = Object.fromEntries(new URL(request.url).searchParams);
      checkTexts([params, asked]);
      await checkAddress(actor ?? 'program', route.path, params);
      const query = read(route.query, asked, 'The address');
      const body = await bodyOf(request, route, largestBody(address));
      return work({ params, query, body, actor, request, headers } as Asked<R>);
    });
}

const isNothing = (schema: z.ZodType) => schema instanceof z.ZodUndefined;

function read(schema: z.ZodType, value: unknown, what: string): unknown {
  if (isNothing(schema)) return undefined;
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new ServiceError(400, issueInWords(parsed.error, what));
  return parsed.data;
}

/** What the bodies of our own pages say that they are. */
const JSON_TYPE = 'application/json';
const BYTES_TYPE = 'application/octet-stream';

async function bodyOf(request: Request, { body }: Route, largest: number): Promise<unknown> {
  if (isNothing(body)) return undefined;
  const type = body === BYTES ? BYTES_TYPE : JSON_TYPE;
  const given = request.headers.get('content-type')?.split(';')[0]!.trim().toLowerCase();
  if (given !== type) throw new ServiceError(415, `This takes ${type}, not ${given ?? 'a body of no type'}.`);
  const bytes = await bytesUpTo(request, largest);
  if (body === BYTES) return bytes;
  checkBounds(bytes, largest);
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new ServiceError(400, 'The request is not JSON.');
  }
  checkTexts(json);
  return read(body, json, 'The request');
}

/**
 * Does the work for a request that may come in, by whom its route takes, and answers with its result as JSON, or with the answer that
 * it made itself.
 */
export async function respond(
  request: Request,
  address: RouteAddress,
  work: (actor: SignedIn | undefined, headers: Headers) => Promise<unknown>,
): Promise<Response> {
  try {
    checkDoor(request);
    const actor = await admitted(request, ROUTES[address]);
    const headers = new Headers();
    const result = await work(actor, headers);
    return result instanceof Response ? result : NextResponse.json(result ?? null, { headers });
  } catch (thrown) {
    const error = saidOf(thrown) ?? thrown;
    if (error instanceof ServiceError) return refused(error.status, { reason: error.message, ...error.detail });
    if (error instanceof DatabaseBusy) return refused(503, { reason: error.message, busy: true });
    if (error instanceof DatabaseAway) {
      const isFull = error instanceof DatabaseFull || (await diskIsFull());
      const what = isFull
        ? 'The disk of the server is full, and nothing can be saved. Once there is room, it goes on by itself.'
        : 'The database does not answer.';
      const reason = `${what} Nothing is lost: what you typed stays here until it is back.`;
      return refused(503, { reason, databaseAway: true });
    }
    // eslint-disable-next-line no-console -- a bug: the server's log is the place for it
    console.error(error);
    return refused(500, { reason: 'Zonograph failed at this. The server’s log has the details.' });
  }
}

const refused = (status: number, answer: Refused) => NextResponse.json(answer, { status });

/** A file to be saved under its name. */
export function fileToSave({ name, type, content }: { name: string; type: string; content: Uint8Array }) {
  return FILE.parse(
    new Response(new Uint8Array(content), {
      headers: {
        'content-type': type,
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    }),
  );
}

/** An answer that never changes, because its address holds a hash of it. */
export const IMMUTABLE = { 'cache-control': 'private, max-age=31536000, immutable' };

const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
type Method = (typeof METHODS)[number];
type Answering = (request: Request) => Promise<Response>;

/** Answers, for every method that an address does not take, which ones it takes; asked for its options, it says the same. */
export function othersThan(...taken: Method[]): Record<Method | 'OPTIONS', Answering> {
  const allow = [...(taken.includes('GET') ? ['GET', 'HEAD'] : []), ...taken.filter((one) => one !== 'GET')].join(', ');
  const headers = { allow };
  const refuse: Answering = (request) =>
    Promise.resolve(
      NextResponse.json({ reason: `This address takes ${allow}, not ${request.method}.` }, { status: 405, headers }),
    );
  const methods = Object.fromEntries(METHODS.map((method) => [method, refuse])) as Record<Method, Answering>;
  return { ...methods, OPTIONS: () => Promise.resolve(new Response(null, { status: 204, headers })) };
}
