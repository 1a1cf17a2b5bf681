/** The names under which every machine knows itself. */
const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Whether a host, with or without its port, is one under which this Zonograph is known: the machine's own, or of ZONOGRAPH_HOSTS. */
export function isKnownHost(host: string): boolean {
  const name = host.replace(/:\d+$/, '').toLowerCase();
  const named = (process.env.ZONOGRAPH_HOSTS ?? '').split(',').map((one) => one.trim().toLowerCase());
  return LOOPBACK.has(name) || (name !== '' && named.includes(name));
}
