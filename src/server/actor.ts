/** Who acts: given to every service that changes something. */
export interface Actor {
  account: string;
  name: string;
}

/** Until there is sign-in, every request is by the one administrator whom the seed makes. */
export const STANDARDS_DESK: Actor = { account: '00000000-0000-4000-8000-000000000001', name: 'Standards desk' };
