import { counted } from '../core/counted';
import { Stop } from './files';

/** Checks everything that is frozen. The server's part is loaded for this alone. */
export async function verify(): Promise<void> {
  if (!process.env.ZONOGRAPH_DATABASE) throw new Stop('ZONOGRAPH_DATABASE is not set; it names the database.');
  const { verifyAll } = await import('../server/services/verifying');
  const { closeDatabase } = await import('../server/database');
  try {
    const { editions, drawings, entries, troubles } = await verifyAll();
    for (const trouble of troubles) console.error(trouble);
    console.log(`looked at ${counted(editions, 'edition')} and ${counted(drawings, 'finished drawing')}`);
    console.log(`the record has ${entries} ${entries === 1 ? 'entry' : 'entries'}`);
    if (troubles.length > 0) throw new Stop(`${counted(troubles.length, 'thing')} wrong`);
  } finally {
    await closeDatabase();
  }
}
