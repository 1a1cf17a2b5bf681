import { randomUUID } from 'node:crypto';
import { NumberingRule, numberBy } from '../../core/drawing/numbering';
import { issueInWords } from '../../core/format/issue-words';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { findNumbering, isNumberTaken, keepNumbering } from '../repositories/numbering';
import { ServiceError } from './service-error';

const NO_RULE = 'The office has no rule for numbering its drawings.';

/** The rule by which the office's drawings are numbered. */
export async function numbering(): Promise<NumberingRule> {
  const rule = await findNumbering(database, 'drawings', 'read');
  if (!rule) throw new ServiceError(404, NO_RULE);
  return rule;
}

/** Replaces the rule; drawings that have a number keep it. */
export async function changeNumbering(actor: Actor, json: unknown): Promise<NumberingRule> {
  const parsed = NumberingRule.safeParse(json);
  if (!parsed.success) throw new ServiceError(422, issueInWords(parsed.error, 'The rule'));
  const rule = parsed.data;
  await transaction(async (db) => {
    await keepNumbering(db, 'drawings', rule);
    await noteChange(db, actor, {
      subject: 'numbering',
      sitting: randomUUID(),
      words: [`Drawings are numbered from ${numberBy(rule)}`],
    });
  });
  return rule;
}

/**
 * Takes the next free number, inside a transaction: the rule is locked until it ends, so that nobody else gets the same one,
 * and numbers that are taken already are passed over.
 */
export async function takeNumber(db: Database): Promise<string> {
  const rule = await findNumbering(db, 'drawings', 'lock');
  if (!rule) throw new ServiceError(422, NO_RULE);
  let { next } = rule;
  while (await isNumberTaken(db, numberBy({ ...rule, next }))) next += 1;
  await keepNumbering(db, 'drawings', { ...rule, next: next + 1 });
  return numberBy({ ...rule, next });
}
