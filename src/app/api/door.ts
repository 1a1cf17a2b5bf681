import { isKnownHost } from '../../server/hosts';
import { ServiceError } from '../../server/services/service-error';

/** Methods that only read. */
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Who may come in at all: requests to a host that is this Zonograph's own, and, where something is changed, those that its own pages
 * send or that no page sends. Another site's forms and scripts are refused, and so is a name that was bent to lead here.
 *
 * @throws ServiceError 403
 */
export function checkDoor(request: Request): void {
  const host = request.headers.get('host');
  if (host !== null && !isKnownHost(host))
    throw new ServiceError(403, `Zonograph is not known as “${host}”. Name it in ZONOGRAPH_HOSTS if it is to be.`);
  if (READING.has(request.method)) return;
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const isForeign =
    (site !== null && site !== 'same-origin' && site !== 'none') || (origin !== null && !isOf(origin, host));
  if (isForeign) throw new ServiceError(403, 'Zonograph is changed from its own pages only, not from another site.');
}

function isOf(origin: string, host: string | null): boolean {
  return URL.canParse(origin) && (host === null || new URL(origin).host === host);
}

/** Reads a body up to a length, and not a byte further. @throws ServiceError 413 */
export async function bytesUpTo(request: Request, largest: number): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new ServiceError(413, `That is larger than Zonograph takes at once (${Math.round(largest / 1e6)} MB).`);
  if (Number(request.headers.get('content-length') ?? 0) > largest) throw tooLarge();
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  let length = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    length += part.value.byteLength;
    if (length > largest) {
      void reader!.cancel();
      throw tooLarge();
    }
    parts.push(part.value);
  }
  const bytes = new Uint8Array(length);
  parts.reduce((at, part) => (bytes.set(part, at), at + part.byteLength), 0);
  return bytes;
}

/** How deep lists and objects may lie in one another in what is sent. */
const DEEPEST = 60;

/**
 * Refuses what is no text in anything that was sent: halves of characters and the character U+0000, in values and names, and what lies
 * deeper than anything of ours.
 *
 * @throws ServiceError 400
 */
export function checkTexts(value: unknown, depth = 0): void {
  if (typeof value === 'string') checkText(value);
  if (typeof value !== 'object' || value === null) return;
  if (depth > DEEPEST) throw new ServiceError(400, `The request lies more than ${DEEPEST} levels deep.`);
  for (const [name, inner] of Object.entries(value)) {
    if (!Array.isArray(value)) checkText(name);
    checkTexts(inner, depth + 1);
  }
}

function checkText(text: string): void {
  if (text.includes('\u0000')) throw new ServiceError(400, 'A text has the character U+0000 in it, which is no text.');
  if (!text.isWellFormed()) throw new ServiceError(400, 'A text has half a character in it (a lone surrogate).');
}

/** A part of an address as it was meant. @throws ServiceError 400 */
export function fromAddress(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    throw new ServiceError(400, `“${part}” in the address is not written as addresses are.`);
  }
}
