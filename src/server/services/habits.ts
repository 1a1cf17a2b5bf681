import { randomUUID } from 'node:crypto';
import { Habits, USUAL_HABITS } from '../../core/office/habits';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { findSetting, keepSetting } from '../repositories/office-settings';

const ID = 'habits';

/** How the office begins its formats and writes its days. */
export async function habits(db: Database = database): Promise<Habits> {
  const kept = Habits.safeParse(await findSetting(db, ID));
  return kept.success ? kept.data : USUAL_HABITS;
}

export async function changeHabits(actor: Actor, wanted: Habits): Promise<Habits> {
  await transaction(async (db) => {
    await keepSetting(db, ID, wanted);
    await noteChange(db, actor, { subject: ID, sitting: randomUUID(), words: ['Changed the habits of the office'] });
  });
  return wanted;
}
