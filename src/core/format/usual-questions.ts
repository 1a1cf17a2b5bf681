import { SUPPLIED } from '../property/supplied';
import { askedIn } from './asked';
import type { AskedValue, Block } from './document';

const question = (key: string, name: string, prompt: string, rest: Partial<AskedValue>): AskedValue => ({
  key,
  name,
  prompt,
  type: 'text',
  required: false,
  missing: { print: 'dash', report: true },
  ...rest,
});
const byHand = { print: 'pen line', report: true } as const;

/** What a title block usually asks of the drafter (ISO 7200, tables 2 and 3). */
const USUAL: readonly AskedValue[] = [
  question(SUPPLIED.createdBy, 'Created by', 'Who makes this drawing?', {
    type: 'person',
    default: 'me',
    required: true,
    missing: byHand,
  }),
  question(SUPPLIED.dateOfIssue, 'Date of issue', 'When is it issued?', {
    type: 'date',
    hint: 'YYYY-MM-DD',
    default: 'today',
    required: true,
  }),
  question(SUPPLIED.documentType, 'Document type', 'What kind of drawing is it?', {
    type: 'choice',
    choices: ['Part drawing', 'Assembly drawing', 'Weldment drawing', 'Layout'],
    required: true,
  }),
  question('document-status', 'Document status', 'What is it good for?', {
    type: 'choice',
    choices: ['In preparation', 'For manufacture', 'As built'],
  }),
  question(SUPPLIED.checkedBy, 'Checked by', 'Who has checked it?', {
    type: 'person',
    hint: 'Somebody other than who made it',
    answeredBy: 'checker',
    missing: byHand,
  }),
  question(SUPPLIED.approvedBy, 'Approved by', 'Who approves it?', {
    type: 'person',
    required: true,
    answeredBy: 'checker',
    missing: byHand,
  }),
  question(SUPPLIED.language, 'Language', 'Which language is it in?', {
    hint: 'Two letters, such as en',
    pattern: '[a-z]{2}',
    sample: 'en',
    missing: { print: 'nothing', report: false },
  }),
];

/** Those of the usual questions whose answers blocks print, in the order in which they stand there; `language` is what drawings are proposed to be in. */
export function usualQuestions(blocks: readonly Pick<Block, 'cells'>[], language?: string): AskedValue[] {
  const reading = blocks.flatMap(({ cells }) => cells.toSorted((a, b) => a.row - b.row || a.column - b.column));
  const printed = [...new Set(reading.flatMap(({ contents }) => askedIn(contents)))];
  return printed.flatMap((key) => {
    const usual = USUAL.find((one) => one.key === key);
    if (usual?.key !== SUPPLIED.language || language === undefined) return usual ?? [];
    return [{ ...usual, default: { value: language } }];
  });
}
