import { NextResponse } from 'next/server';
import type { z } from 'zod';
import { issueInWords } from '../../core/format/reading';
import { DatabaseAway } from '../../server/database';
import type { ExportedFile } from '../../server/services/export';
import { ServiceError } from '../../server/services/service-error';

/** Largest JSON body a route reads, in characters. A format of 4,000 cells is about two million. */
const LARGEST_BODY = 20_000_000;

/**
 * Runs a route's work and answers with its result as JSON; expected failures become their status and a reason in words.
 */
export async function respond(work: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : NextResponse.json(result);
  } catch (error) {
    if (error instanceof ServiceError) {
      return NextResponse.json({ reason: error.message, ...error.detail }, { status: error.status });
    }
    if (error instanceof DatabaseAway) {
      const reason = 'The database does not answer. Nothing is lost: what you typed stays here until it is back.';
      return NextResponse.json({ reason, databaseAway: true }, { status: 503 });
    }
    // eslint-disable-next-line no-console -- a bug: the server's log is the place for it
    console.error(error);
    return NextResponse.json(
      { reason: 'Zonograph failed at this. The server’s log has the details.' },
      { status: 500 },
    );
  }
}

/** Reads a request's JSON body by a schema. @throws ServiceError that says what is wrong and where */
export async function body<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const text = await request.text();
  if (text.length > LARGEST_BODY) throw new ServiceError(422, 'That is larger than Zonograph takes at once (20 MB).');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new ServiceError(400, 'The request is not JSON.');
  }
  const parsed = schema.safeParse(json);
  if (!parsed.success) throw new ServiceError(400, issueInWords(parsed.error, 'The request'));
  return parsed.data;
}

/** A file to be saved under its name. */
export function fileResponse({ name, type, content }: ExportedFile): Response {
  return new Response(new Uint8Array(content), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
}
