/**
 * Why a service could not do what was asked, as the interface shows it. The one idiom for expected failures at the services: it
 * undoes the transaction it is thrown in. (Inside the core they are values.)
 */
export class ServiceError extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 422 | 429,
    message: string,
    /** What the interface needs beside the words. */
    readonly detail: object = {},
  ) {
    super(message);
  }
}

/** Somebody changed the thing meanwhile: the answer carries it as it is now. */
export const conflict = (message: string, current: unknown, detail: object = {}): ServiceError =>
  new ServiceError(409, message, { current, ...detail });

/** Nothing where a service refused; for lists that go on without it. @throws every other error */
export function unlessRefused(error: unknown): undefined {
  if (!(error instanceof ServiceError)) throw error;
}
