import type { Takes } from '../../contract/admission';
import { mayDo, tooLittle } from '../../core/office/account';
import { addressOf } from '../../server/peer';
import { checkProgram } from '../../server/services/programs';
import { type From, type SignedIn, signedIn } from '../../server/services/sign-in';
import { ServiceError } from '../../server/services/service-error';
import { keptOf } from '../../server/signing-in/session';

/**
 * Who asks, when they may.
 *
 * @param takes what the route takes; a route of which nobody has said so takes nobody
 * @throws ServiceError 401 when somebody is to sign in first, 403 when what is asked takes more than they may
 */
export async function admitted(request: Request, takes: Takes | undefined): Promise<SignedIn | undefined> {
  if (takes === undefined) throw new ServiceError(403, 'Nobody has said who may ask for this.');
  if (takes === 'anyone') return undefined;
  if (takes === 'program') {
    await checkProgram(request.headers.get('authorization'));
    return undefined;
  }
  const { token } = await keptOf(request);
  const actor = token === undefined ? undefined : await signedIn(token);
  if (!actor) throw new ServiceError(401, 'You are not signed in, or not any more.', { signedOut: true });
  if (!mayDo(actor.role, takes)) throw new ServiceError(403, tooLittle(takes, actor.role), { role: actor.role });
  return actor;
}

/** From where a request comes. */
export const fromWhere = (request: Request): From => ({
  address: addressOf(request.headers),
  program: request.headers.get('user-agent') ?? '',
});
