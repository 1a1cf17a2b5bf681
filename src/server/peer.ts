import { subscribe } from 'node:diagnostics_channel';
import type { IncomingMessage } from 'node:http';
import type { Socket } from 'node:net';

/** The header that says from which address a request has come in: the server sets it itself, whatever the request says. */
export const PEER = 'x-zonograph-peer';

/** Marks every request that comes in with the address of its own socket. */
export function markPeers(): void {
  subscribe('http.server.request.start', (message) => {
    const { request, socket } = message as { request: IncomingMessage; socket: Socket };
    request.headers[PEER] = socket.remoteAddress ?? 'unknown';
  });
}

/** An IPv4 address as such, also where a socket of both kinds has it as one of IPv6. */
const plain = (address: string): string => address.trim().replace(/^::ffff:/, '');

/**
 * The address from which a request comes. What it says of others that it was forwarded for counts only where it comes in from a proxy
 * that is named in ZONOGRAPH_PROXIES, addresses apart by commas: then the last one, which that proxy has added.
 */
export function addressOf(headers: Headers): string {
  const peer = plain(headers.get(PEER) ?? 'unknown');
  const proxies = (process.env.ZONOGRAPH_PROXIES ?? '').split(',').map(plain);
  const forwarded = headers.get('x-forwarded-for')?.split(',').at(-1);
  return forwarded !== undefined && peer !== '' && proxies.includes(peer) ? plain(forwarded) : peer;
}
