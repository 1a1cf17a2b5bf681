/** Why a service could not do what was asked, as the interface shows it. */
export class ServiceError extends Error {
  constructor(
    readonly status: 400 | 404 | 409 | 422,
    message: string,
    /** What the interface needs beside the words. */
    readonly detail: object = {},
  ) {
    super(message);
  }
}
