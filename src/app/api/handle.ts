import { NextResponse } from 'next/server';
import { z } from 'zod';
import { BYTES, FILE, type Refused, type Route } from '../../contract/route';
import { issueInWords } from '../../core/format/issue-words';
import { type Actor, STANDARDS_DESK } from '../../server/actor';
import { DatabaseAway, DatabaseBusy } from '../../server/database';
import { ServiceError } from '../../server/services/service-error';

/** Largest JSON body a route reads, and the largest file, in bytes. A format of 4,000 cells is about two million. */
const LARGEST_JSON = 20_000_000;
const LARGEST_FILE = 50 * 1024 * 1024;

/** What a handler is given of a request: its parameters, and query and body as the route's contract reads them. */
export interface Asked<R extends Route> {
  params: Record<string, string>;
  query: z.output<R['query']>;
  body: z.output<R['body']>;
  actor: Actor;
}

type Context = { params: Promise<Record<string, string> | undefined> };

/**
 * The handler of a route: reads what is asked by its contract, does the work, and answers with its result; expected failures become
 * their status and a reason in words.
 */
export function handle<R extends Route>(
  route: R,
  work: (asked: Asked<R>) => Promise<z.input<R['answer']>>,
): (request: Request, context: Context) => Promise<Response> {
  return (request, context) =>
    respond(async () => {
      const params = Object.fromEntries(
        Object.entries((await context.params) ?? {}).map(([name, value]) => [name, decodeURIComponent(value)]),
      );
      const query = read(route.query, Object.fromEntries(new URL(request.url).searchParams), 'The address');
      const body = await bodyOf(request, route);
      return work({ params, query, body, actor: STANDARDS_DESK } as Asked<R>);
    });
}

const isNothing = (schema: z.ZodType) => schema instanceof z.ZodUndefined;

function read(schema: z.ZodType, value: unknown, what: string): unknown {
  if (isNothing(schema)) return undefined;
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new ServiceError(400, issueInWords(parsed.error, what));
  return parsed.data;
}

async function bodyOf(request: Request, { body }: Route): Promise<unknown> {
  if (isNothing(body)) return undefined;
  const largest = body === BYTES ? LARGEST_FILE : LARGEST_JSON;
  const declared = Number(request.headers.get('content-length') ?? 0);
  const bytes = declared > largest ? undefined : new Uint8Array(await request.arrayBuffer());
  if (!bytes || bytes.byteLength > largest)
    throw new ServiceError(413, `That is larger than Zonograph takes at once (${Math.round(largest / 1e6)} MB).`);
  if (body === BYTES) return bytes;
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new ServiceError(400, 'The request is not JSON.');
  }
  return read(body, json, 'The request');
}

/** Runs work and answers with its result as JSON, or with the answer that it made itself. */
export async function respond(work: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : NextResponse.json(result ?? null);
  } catch (error) {
    if (error instanceof ServiceError) return refused(error.status, { reason: error.message, ...error.detail });
    if (error instanceof DatabaseBusy) return refused(503, { reason: error.message, busy: true });
    if (error instanceof DatabaseAway) {
      const reason = 'The database does not answer. Nothing is lost: what you typed stays here until it is back.';
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
export const IMMUTABLE = { 'cache-control': 'public, max-age=31536000, immutable' };
