import { randomUUID } from 'node:crypto';
import type { Actor } from '../actor';
import { type Database, database, transaction } from '../database';
import { noteChange } from '../repositories/audit';
import { findSetting, keepSetting } from '../repositories/office-settings';
import { ServiceError } from './service-error';

const ID = 'time-zone';

/** The day it is in a time zone, YYYY-MM-DD. */
export const dayIn = (timeZone: string, now = new Date()): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(now);

/** The office's time zone: that of Greenwich where none is set. */
export const officeTimeZone = async (db: Database): Promise<string> =>
  ((await findSetting(db, ID)) as string | undefined) ?? 'UTC';

export const keepTimeZone = (db: Database, timeZone: string): Promise<void> => keepSetting(db, ID, timeZone);

/** The day it is at the office, YYYY-MM-DD: what *today* means on every sheet and for every revision. */
export const officeToday = async (db: Database): Promise<string> => dayIn(await officeTimeZone(db));

/** The office's time zone and the day it is there. */
export async function timeZone(): Promise<{ timeZone: string; today: string }> {
  const zone = await officeTimeZone(database);
  return { timeZone: zone, today: dayIn(zone) };
}

/** Sets the time zone by which the office's day is told. */
export async function changeTimeZone(actor: Actor, zone: string): Promise<{ timeZone: string; today: string }> {
  if (!Intl.supportedValuesOf('timeZone').includes(zone) && zone !== 'UTC')
    throw new ServiceError(422, `“${zone}” is not a time zone. Choose one such as Pacific/Auckland.`);
  await transaction(async (db) => {
    await keepTimeZone(db, zone);
    const words = [`The office’s day is that of ${zone}`];
    await noteChange(db, actor, { subject: 'time zone', sitting: randomUUID(), words });
  });
  return { timeZone: zone, today: dayIn(zone) };
}
