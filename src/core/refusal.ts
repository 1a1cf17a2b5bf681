/** An expected failure is a value: what could not be done, in words for the person who asked for it. */
export interface Refusal {
  ok: false;
  reason: string;
}

/** Either the result of an operation or the reason why there is none. */
export type Outcome<T extends object> = ({ ok: true } & T) | Refusal;

/** A refusal with its reason: a sentence that names the thing, the place and what would be accepted. */
export function refuse(reason: string): Refusal {
  return { ok: false, reason };
}
