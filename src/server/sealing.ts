import { createHash, createHmac } from 'node:crypto';

/** What entries are sealed with; an installation without a secret seals with none. */
export interface SealKey {
  id: string;
  key: string;
}

const NONE: SealKey = { id: '', key: 'zonograph without a secret' };

function keyOf(secret: string): SealKey {
  if (secret === '') return NONE;
  const key = createHmac('sha256', secret).update('zonograph chain').digest('hex');
  return { id: createHash('sha256').update(key).digest('hex').slice(0, 8), key };
}

/** The key of the secret that the installation has now, ZONOGRAPH_SECRET. */
export const presentKey = (): SealKey => keyOf(process.env.ZONOGRAPH_SECRET ?? '');

/** All keys that are known, by their ids: of the present secret, and of those before it, ZONOGRAPH_FORMER_SECRETS, apart by commas. */
export function knownKeys(): Map<string, SealKey> {
  const former = (process.env.ZONOGRAPH_FORMER_SECRETS ?? '').split(',').map((secret) => secret.trim());
  const keys = [NONE, presentKey(), ...former.filter((secret) => secret !== '').map(keyOf)];
  return new Map(keys.map((one) => [one.id, one]));
}

/** The seal of some texts, HMAC-SHA-256 (RFC 2104) as 64 hexadecimal digits. */
export const sealOf = ({ key }: SealKey, ...texts: readonly (string | number)[]): string =>
  createHmac('sha256', key).update(JSON.stringify(texts)).digest('hex');
