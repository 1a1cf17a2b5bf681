import type { Role } from '../core/office/account';

/** Who acts: given to every service that changes something. */
export interface Actor {
  account: string;
  name: string;
  role: Role;
}

/** Zonograph itself, in whose name jobs and the seed act. Nobody signs in as it. */
export const STANDARDS_DESK: Actor = {
  account: '00000000-0000-4000-8000-000000000001',
  name: 'Standards desk',
  role: 'administrator',
};
