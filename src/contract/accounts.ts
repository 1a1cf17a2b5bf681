import { z } from 'zod';
import { FullName, NewPassword, Role, SignInName } from '../core/office/account';
import { route } from './route';

/** Whoever is signed in. */
export const Me = z.object({ account: z.string(), name: z.string(), role: Role });
export type Me = z.infer<typeof Me>;

/** A password as it is typed to be compared: of any shape, but no longer than any that is kept. */
const TypedPassword = z.string().max(200, 'a password takes 200 characters');

/**
 * Signs in. 401 when the name or the password is not right, 429 after too many tries, 422 with `choose` when the password was set by
 * an administrator and a new one is to be chosen.
 */
export const signIn = route({
  method: 'POST',
  path: '/api/sign-in',
  body: z.object({ signInName: z.string().max(60), password: TypedPassword, newPassword: NewPassword.optional() }),
  answer: Me,
});

/** Signs out; who is not signed in is out already. */
export const signOut = route({
  method: 'DELETE',
  path: '/api/sign-in',
  answer: z.object({ signedOut: z.literal(true) }),
});

/** Makes the first administrator of an office that has no account yet, and signs them in. 409 once there is one. */
export const beFirst = route({
  method: 'POST',
  path: '/api/sign-in/first',
  body: z.object({ name: FullName, signInName: SignInName, password: NewPassword }),
  answer: Me,
});

export const readMe = route({ method: 'GET', path: '/api/me', answer: Me });

export const changePassword = route({
  method: 'PUT',
  path: '/api/me/password',
  body: z.object({ password: TypedPassword, newPassword: NewPassword }),
  answer: z.object({ changed: z.literal(true) }),
});

/** Where somebody is signed in. */
export const SignIn = z.object({
  id: z.string(),
  address: z.string(),
  program: z.string(),
  begunAt: z.string(),
  seenAt: z.string(),
  /** It is the one that asks. */
  isThis: z.boolean(),
});
export type SignIn = z.infer<typeof SignIn>;

export const listMySignIns = route({ method: 'GET', path: '/api/me/sign-ins', answer: z.array(SignIn) });

/** Ends a sign-in: one's own, or as an administrator anybody's. */
export const endSignIn = route({
  method: 'DELETE',
  path: '/api/sign-ins/[id]',
  answer: z.object({ ended: z.literal(true) }),
});

export const Account = z.object({
  id: z.string(),
  name: z.string(),
  signInName: z.string(),
  role: Role,
  /** Removed accounts sign in no more; what they did keeps their name. */
  removed: z.boolean(),
  /** The password was set by an administrator and is still to be chosen. */
  mustChoose: z.boolean(),
  /** How many sign-ins it has now, and when one was last used. */
  signIns: z.int(),
  seenAt: z.string().optional(),
  version: z.int(),
});
export type Account = z.infer<typeof Account>;

export const listAccounts = route({ method: 'GET', path: '/api/accounts', answer: z.array(Account) });

export const addAccount = route({
  method: 'POST',
  path: '/api/accounts',
  body: z.object({ name: FullName, signInName: SignInName, role: Role, password: NewPassword }),
  answer: z.object({ id: z.string() }),
});

/** Changes an account made on a version; 409 with the account as it is when somebody else has. */
export const changeAccount = route({
  method: 'PUT',
  path: '/api/accounts/[id]',
  body: z.object({
    version: z.int().min(1),
    name: FullName.optional(),
    role: Role.optional(),
    removed: z.boolean().optional(),
  }),
  answer: z.object({ version: z.int() }),
});

/** Sets a password that whoever signs in with it replaces at once; ends all sign-ins of the account. */
export const resetPassword = route({
  method: 'PUT',
  path: '/api/accounts/[id]/password',
  body: z.object({ password: NewPassword }),
  answer: z.object({ changed: z.literal(true) }),
});

export const listSignIns = route({ method: 'GET', path: '/api/accounts/[id]/sign-ins', answer: z.array(SignIn) });

/** Which signatures the office takes on its drawings. */
export const Signing = z.object({
  /** Nobody checks or approves a drawing that they created. */
  byOthers: z.boolean(),
  /** An edition is released by an administrator who has not worked on it. */
  releasedByOthers: z.boolean().default(false),
});
export type Signing = z.infer<typeof Signing>;

export const readSigning = route({ method: 'GET', path: '/api/office/signing', answer: Signing });

export const changeSigning = route({ method: 'PUT', path: '/api/office/signing', body: Signing, answer: Signing });
