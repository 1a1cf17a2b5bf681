import type { AskedValue, FormatDocument } from '../format/document';
import { ROLE_WORDS, type Role, mayDo } from '../office/account';
import { SUPPLIED } from '../property/supplied';
import { valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import { askedBy } from './asking';
import type { Answers } from './drawing';

/** Who signs a drawing. */
export interface Signer {
  role: Role;
  /** They made the drawing. */
  isMaker: boolean;
}

/** Signatures by which somebody answers for what another one did, and what that is. */
const FOR_OTHERS: Record<string, string> = {
  [SUPPLIED.checkedBy]: 'checks',
  [SUPPLIED.approvedBy]: 'approves',
};

const idOf = ({ key, property }: AskedValue) => property ?? key;

const textOf = (answers: Answers, one: AskedValue | undefined): string =>
  one && answers[one.key] !== undefined ? valueText(answers[one.key]!).trim() : '';

/** Why somebody of a role does not answer what is asked; undefined when they do. */
export const whyNotAnswered = ({ name, answeredBy }: AskedValue, role: Role): string | undefined =>
  answeredBy && !mayDo(role, answeredBy)
    ? `“${name}” is answered by ${ROLE_WORDS[answeredBy].one}; you are signed in as ${ROLE_WORDS[role].one}.`
    : undefined;

/**
 * Checks who gives answers to what the formats of a drawing ask: each by somebody of the role that it is answered by and, where the
 * office wants drawings to be signed `byOthers`, checked and approved by somebody other than who created them. What does not change is
 * not looked at, except a creator who was named after the signature.
 */
export function checkSigning(
  documents: readonly FormatDocument[],
  before: Answers,
  after: Answers,
  { role, isMaker }: Signer,
  byOthers: boolean,
): Outcome<object> {
  const asked = askedBy(documents);
  const hasChanged = (one: AskedValue) => textOf(before, one) !== textOf(after, one);
  for (const one of asked.filter(hasChanged)) {
    const why = whyNotAnswered(one, role);
    if (why !== undefined) return refuse(why);
  }
  if (!byOthers) return { ok: true };
  const createdBy = asked.find((one) => idOf(one) === SUPPLIED.createdBy);
  const creator = textOf(after, createdBy);
  for (const one of asked) {
    const does = FOR_OTHERS[idOf(one)];
    const signed = textOf(after, one);
    if (!does || signed === '' || !(hasChanged(one) || (createdBy && hasChanged(createdBy)))) continue;
    if (signed.toLowerCase() === creator.toLowerCase())
      return refuse(`${creator} created this drawing, so somebody else ${does} it.`);
    // An administrator may write down who signed on paper.
    if (isMaker && hasChanged(one) && !mayDo(role, 'administrator'))
      return refuse(`You made this drawing, so somebody else ${does} it.`);
  }
  return { ok: true };
}
