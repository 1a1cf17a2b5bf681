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

const inWords = (bytes: number): string =>
  bytes < 1e6 ? `${Math.round(bytes / 1e3)} kB` : `${Math.round(bytes / 1e6)} MB`;

/** Reads a body up to a length, and not a byte further. @throws ServiceError 413 */
export async function bytesUpTo(request: Request, largest: number): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new ServiceError(413, `That is larger than Zonograph takes here at once (${inWords(largest)}).`);
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

/** The fewest bytes that a value takes on average in anything of ours, its name and what stands around it included. */
const BYTES_A_VALUE = 8;

/** `"`, `\\`, `,`, and what opens and closes lists and objects. */
const [QUOTE, BACKSLASH, COMMA, LIST, LIST_END, OBJECT, OBJECT_END] = [0x22, 0x5c, 0x2c, 0x5b, 0x5d, 0x7b, 0x7d];

/**
 * Refuses JSON that is deeper, or has more values, than anything of ours, before anything is made of it: millions of empty lists take little
 * room when they are sent and a hundred times as much once they are read.
 *
 * @param largest the largest body that is taken, bytes
 * @throws ServiceError 400, 413
 */
export function checkBounds(bytes: Uint8Array, largest: number): void {
  let [depth, values, isText] = [0, 0, false];
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!;
    if (isText) {
      if (byte === BACKSLASH) i++;
      else if (byte === QUOTE) isText = false;
    } else if (byte === QUOTE) isText = true;
    else if (byte === COMMA) values++;
    else if (byte === LIST || byte === OBJECT) {
      values++;
      if (++depth > DEEPEST) throw tooDeep();
    } else if (byte === LIST_END || byte === OBJECT_END) depth--;
  }
  if (values > largest / BYTES_A_VALUE)
    throw new ServiceError(413, 'That has more values in it than Zonograph takes here at once.');
}

const tooDeep = () => new ServiceError(400, `The request lies more than ${DEEPEST} levels deep.`);

/**
 * Refuses what is no text in anything that was sent: halves of characters and the character U+0000, in values and names, and what lies
 * deeper than anything of ours.
 *
 * @throws ServiceError 400
 */
export function checkTexts(value: unknown, depth = 0): void {
  if (typeof value === 'string') checkText(value);
  if (typeof value !== 'object' || value === null) return;
  if (depth > DEEPEST) throw tooDeep();
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
