import { randomUUID } from 'node:crypto';
import { Signing } from '../../contract/accounts';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { findSetting, keepSetting } from '../repositories/office-settings';

const ID = 'signing';

/** Which signatures the office takes; an office that has not said so takes all. */
export async function signing(db: Database = database): Promise<Signing> {
  const kept = Signing.safeParse(await findSetting(db, ID));
  return kept.success ? kept.data : { byOthers: false, releasedByOthers: false };
}

export async function changeSigning(actor: Actor, wanted: Signing): Promise<Signing> {
  await transaction(async (db) => {
    await keepSetting(db, ID, wanted);
    const words = [
      wanted.byOthers
        ? 'Drawings are checked and approved by others than who created them'
        : 'Drawings may be checked and approved by who created them',
      wanted.releasedByOthers
        ? 'Editions are released by administrators who have not worked on them'
        : 'Editions may be released by who worked on them',
    ];
    await noteChange(db, actor, { subject: 'signing', sitting: randomUUID(), words });
  });
  return wanted;
}
