import { z } from 'zod';
import type { AskedValue, FormatDocument } from '../format/document';
import { canonicalHash } from '../format/canonical';
import { ROLE_WORDS, type Role, mayDo } from '../office/account';
import { SUPPLIED } from '../property/supplied';
import { type Value, valueText } from '../property/value';
import { type Outcome, refuse } from '../refusal';
import type { RevisionRow } from '../revision/rows';
import { composePlanned } from '../scene/planning';
import type { Resources } from '../scene/resources';
import { projectionsOf } from '../view/placing';
import { askedBy } from './asking';
import type { Answers } from './drawing';
import { type DrawingSources, type DrawnData, planDrawing } from './sheets';

/** What a signature is of that approves the newest revision's row: no question has an empty key. */
export const REVISION_ROW = '';

/** A signature on a drawing: what one person did, at one time, of what the drawing printed then. */
export const Signature = z.object({
  /** The key of the question that it answers, or {@link REVISION_ROW}. */
  of: z.string().max(80),
  /** The revision whose row it approves. */
  revision: z.string().max(8).optional(),
  /** As it is printed. */
  name: z.string().min(1).max(120),
  /** Whose act it is. */
  account: z.string(),
  at: z.iso.datetime(),
  /** The answers that it has filled in beside its own, by their keys: the day of a signature. */
  fills: z.array(z.string()).optional(),
  /** The hash of what it signs: {@link signedContent}. */
  content: z.string(),
  /** Somebody signed on paper: the administrator who wrote that down, and the day that stands beside the signature. */
  recordedBy: z.string().optional(),
  signedOn: z.iso.date().optional(),
});
export type Signature = z.infer<typeof Signature>;

/** What of a drawing signatures stand in. */
export interface Signed {
  answers: Answers;
  /** The oldest first. */
  revisions: RevisionRow[];
  signatures: Signature[];
}

/** Who signs a drawing. */
export interface Signer {
  name: string;
  role: Role;
  /** They made the drawing. */
  isMaker: boolean;
}

/** Signatures by which somebody answers for what another one did, and what that is. */
const FOR_OTHERS: Record<string, string> = {
  [SUPPLIED.checkedBy]: 'checks',
  [SUPPLIED.approvedBy]: 'approves',
};

/** The day of a signature, by what it signs. */
const DAYS: Record<string, string> = {
  [SUPPLIED.checkedBy]: SUPPLIED.checkedOn,
  [SUPPLIED.approvedBy]: SUPPLIED.approvedOn,
};

const idOf = ({ key, property }: Pick<AskedValue, 'key' | 'property'>) => property ?? key;

const textOf = (answers: Answers, one: AskedValue | undefined): string =>
  one && answers[one.key] !== undefined ? valueText(answers[one.key]!).trim() : '';

/** By whom a question is answered; what is a signature, by checkers, where the format does not say otherwise. */
export const answerer = (one: AskedValue): Role | undefined =>
  one.answeredBy ?? (idOf(one) in FOR_OTHERS ? 'checker' : undefined);

/** Whether what is asked is signed rather than typed: who checked and approved, and any person whom drafters may not name. */
export function isSignature(one: AskedValue): boolean {
  const by = answerer(one);
  return idOf(one) in FOR_OTHERS || (one.type === 'person' && by !== undefined && by !== 'drafter');
}

/** Whether an answer is a signature, or filled in by one. */
export const isSigned = (one: AskedValue, asked: readonly AskedValue[]): boolean =>
  isSignature(one) || filledBy(one, asked) !== undefined;

/** Who gives an answer or a signature, as it is spoken of. */
const whoAnswers = (one: AskedValue): string => ROLE_WORDS[answerer(one) ?? 'drafter'].one;

/** The question whose signature fills another one in with its day. */
const filledBy = (one: AskedValue, asked: readonly AskedValue[]): AskedValue | undefined =>
  asked.find((signature) => isSignature(signature) && DAYS[idOf(signature)] === idOf(one));

/** Why nobody of a role types an answer to one of the values that are asked; undefined when they do. */
export function whyNotAnswered(one: AskedValue, role: Role, asked: readonly AskedValue[]): string | undefined {
  const signature = filledBy(one, asked);
  if (signature) return `“${one.name}” is not typed: the signature of “${signature.name}” fills it in.`;
  if (isSignature(one)) return `“${one.name}” is not typed: ${whoAnswers(one)} signs it.`;
  return one.answeredBy && !mayDo(role, one.answeredBy)
    ? `“${one.name}” is answered by ${whoAnswers(one)}; you are signed in as ${ROLE_WORDS[role].one}.`
    : undefined;
}

/**
 * The changed answers that somebody of a role does not give, each with the reason: what another role answers, what is signed and, where
 * the office wants drawings to be signed `byOthers`, a creator who has signed already.
 */
export function notAnswered(
  documents: readonly FormatDocument[],
  before: Answers,
  after: Answers,
  role: Role,
  byOthers: boolean,
): Record<string, string> {
  const asked = askedBy(documents);
  const refused: Record<string, string> = {};
  for (const one of asked) {
    if (textOf(before, one) === textOf(after, one)) continue;
    const does = byOthers && idOf(one) === SUPPLIED.createdBy && signsFor(asked, before, textOf(after, one));
    const why = does
      ? `${textOf(after, one)} ${does} this drawing, so somebody else has created it.`
      : whyNotAnswered(one, role, asked);
    if (why !== undefined) refused[one.key] = why;
  }
  return refused;
}

/** What somebody does who has signed for what others did. */
function signsFor(asked: readonly AskedValue[], answers: Answers, name: string): string | undefined {
  const signed =
    name === '' ? undefined : asked.find((one) => idOf(one) in FOR_OTHERS && isSame(textOf(answers, one), name));
  return signed && FOR_OTHERS[idOf(signed)];
}

const isSame = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What somebody signs on a drawing. */
export interface Signable {
  /** The key of the question, or {@link REVISION_ROW}. */
  of: string;
  /** What it is called. */
  name: string;
  /** The question; absent for a revision's row. */
  asked?: AskedValue;
}

/** By whom something is signed, and how that is said. */
export function signerOf({ asked }: Pick<Signable, 'asked'>): { role: Role; words: string } {
  const role = (asked ? answerer(asked) : 'checker') ?? 'drafter';
  return { role, words: ROLE_WORDS[role].one };
}

/** What may be signed on a drawing, in the order in which its formats ask: questions and, where there is a revision, the approval of its row. */
export function signables(documents: readonly FormatDocument[], { revisions }: Pick<Signed, 'revisions'>): Signable[] {
  const newest = revisions.at(-1);
  return [
    ...askedBy(documents)
      .filter(isSignature)
      .map((asked) => ({ of: asked.key, name: asked.name, asked })),
    ...(newest && documents.some(({ blocks }) => blocks.some(({ grow }) => grow?.rows === 'revisions'))
      ? [{ of: REVISION_ROW, name: `Revision ${newest.revision} approved` }]
      : []),
  ];
}

/** Why somebody may not sign; undefined when they may. `onPaper`: an administrator writes down who did. */
export function whyNotSigned(
  documents: readonly FormatDocument[],
  drawing: Signed,
  of: string,
  { name, role, isMaker }: Signer,
  { byOthers, onPaper }: { byOthers: boolean; onPaper: boolean },
): string | undefined {
  const signable = signables(documents, drawing).find((one) => one.of === of);
  if (!signable) return `Nobody is asked to sign “${of}” on this drawing.`;
  const by = signerOf(signable);
  if (onPaper && !mayDo(role, 'administrator'))
    return `A signature on paper is written down by ${ROLE_WORDS.administrator.one}; you are signed in as ${ROLE_WORDS[role].one}.`;
  if (!mayDo(role, by.role))
    return `“${signable.name}” is signed by ${by.words}; you are signed in as ${ROLE_WORDS[role].one}.`;
  if (!byOthers) return undefined;
  const does = signable.asked ? FOR_OTHERS[idOf(signable.asked)] : FOR_OTHERS[SUPPLIED.approvedBy];
  if (!does) return undefined;
  const creator = textOf(
    drawing.answers,
    askedBy(documents).find((one) => idOf(one) === SUPPLIED.createdBy),
  );
  if (creator !== '' && isSame(creator, name)) return `${creator} created this drawing, so somebody else ${does} it.`;
  return isMaker && !onPaper ? `You made this drawing, so somebody else ${does} it.` : undefined;
}

/** What a drawing is with a signature of a day, YYYY-MM-DD: its name printed, the day where it is asked for, and with an approval the newest revision's row approved, too, where it is not yet. */
export function withSignature<T extends Signed>(
  drawing: T,
  documents: readonly FormatDocument[],
  signature: Signature,
  day: string,
): T {
  const newest = drawing.revisions.at(-1);
  const all = askedBy(documents);
  const asked = all.find(({ key }) => key === signature.of);
  const fills = asked ? all.filter((one) => filledBy(one, all) === asked).map(({ key }) => key) : [];
  const approves = signature.of === REVISION_ROW || (asked !== undefined && idOf(asked) === SUPPLIED.approvedBy);
  const isRow = newest !== undefined && (signature.of === REVISION_ROW || (approves && !newest.approvedBy));
  const revision = newest?.revision;
  const signed = [
    ...(asked ? [{ ...signature, ...(fills.length > 0 && { fills }) }] : []),
    ...(isRow ? [{ ...signature, of: REVISION_ROW, revision: revision! }] : []),
  ];
  const isReplaced = (one: Signature) => signed.some(({ of, revision }) => one.of === of && one.revision === revision);
  return {
    ...drawing,
    answers: {
      ...drawing.answers,
      ...(asked && { [asked.key]: signature.name }),
      ...Object.fromEntries(fills.map((key) => [key, day])),
    },
    revisions: isRow
      ? [...drawing.revisions.slice(0, -1), { ...newest, approvedBy: signature.name }]
      : drawing.revisions,
    signatures: [...drawing.signatures.filter((one) => !isReplaced(one)), ...signed],
  };
}

/** Whether a signature stands in what a drawing is now: in a question, or in the newest revision's row; those of earlier rows are history. */
const isCurrent = ({ of, revision }: Signature, { revisions }: Pick<Signed, 'revisions'>): boolean =>
  of !== REVISION_ROW || revision === revisions.at(-1)?.revision;

/** The signatures of what a drawing is now. */
export const currentSignatures = (drawing: Pick<Signed, 'signatures' | 'revisions'>): Signature[] =>
  drawing.signatures.filter((one) => isCurrent(one, drawing));

/** Takes signatures off: the names that they print go with them. */
export function withoutSigned<T extends Signed>(drawing: T, gone: readonly Pick<Signature, 'of' | 'revision'>[]): T {
  if (gone.length === 0) return drawing;
  const isGone = (of: string) => gone.some((one) => one.of === of);
  const filled = currentSignatures(drawing).flatMap(({ of, fills = [] }) => (isGone(of) ? fills : []));
  const newest = drawing.revisions.at(-1);
  return {
    ...drawing,
    answers: Object.fromEntries(
      Object.entries(drawing.answers).filter(([key]) => !isGone(key) && !filled.includes(key)),
    ),
    revisions:
      newest && isGone(REVISION_ROW) ? [...drawing.revisions.slice(0, -1), unapproved(newest)] : drawing.revisions,
    signatures: drawing.signatures.filter((one) => !(isGone(one.of) && isCurrent(one, drawing))),
  };
}

function unapproved({ approvedBy: _, ...row }: RevisionRow): RevisionRow {
  return row;
}

/** A name that stands where somebody signs. */
export interface SignedName {
  /** What it signs: a question by its key, or {@link REVISION_ROW}. */
  of: string;
  /** What that is called. */
  name: string;
  by: string;
  /** Absent: the name is typed, not signed. */
  signature?: Signature;
}

/** All names that stand where somebody signs. */
export function signedNames(documents: readonly FormatDocument[], drawing: Signed): SignedName[] {
  return signables(documents, drawing).flatMap(({ of, name }) => {
    const value: Value | undefined = of === REVISION_ROW ? drawing.revisions.at(-1)?.approvedBy : drawing.answers[of];
    const by = value === undefined ? '' : valueText(value).trim();
    const signature = currentSignatures(drawing).find((one) => one.of === of);
    return by === '' ? [] : [{ of, name, by, ...(signature && { signature }) }];
  });
}

/**
 * The hash of what a drawing prints beside its signatures: of the scenes of all its sheets, without the names that signatures fill and
 * without the day of printing. Of views it has what they are projected from, which gives their lines.
 */
export function signedContent(
  drawing: DrawnData & Signed,
  documents: readonly FormatDocument[],
  sources: DrawingSources,
  resources: Resources,
): Outcome<{ content: string }> {
  const all = askedBy(documents);
  const days = all.filter((one) => filledBy(one, all)).map(({ key }) => key);
  const unsigned = withoutSigned(
    drawing,
    signables(documents, drawing).map(({ of }) => ({ of })),
  );
  const answers = Object.fromEntries(Object.entries(unsigned.answers).filter(([key]) => !days.includes(key)));
  const bare = { ...unsigned, answers };
  const undated = { ...sources, facts: { ...sources.facts, today: '2000-01-01' } };
  const still = { ...resources, projections: new Map() };
  const sheets: unknown[] = [];
  for (const sheet of planDrawing(bare, undated, still)) {
    const composed = composePlanned(sheet, still);
    if (!composed.ok) return refuse(composed.reason);
    sheets.push({
      scene: composed.scene,
      views: sheet.views ? [...projectionsOf(sheet.views).keys()] : [],
    });
  }
  return { ok: true, content: canonicalHash(sheets) };
}
