/** How long a sign-in lasts, s: thirty days. */
export const LASTS_S = 30 * 24 * 3600;

/** Since when a sign-in that still counts has begun. */
export const sinceWhen = (): Date => new Date(Date.now() - LASTS_S * 1000);
