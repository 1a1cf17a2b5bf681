/**
 * Releases the open edition of a format and opens the next one, over and over until it is killed, and says each release: what
 * tests/server/kills.ts kills.
 * ZONOGRAPH_DATABASE names the database.
 */
import { STANDARDS_DESK } from '../src/server/actor';
import { openNextEdition } from '../src/server/services/editions';
import { format } from '../src/server/services/formats';
import { releaseEdition } from '../src/server/services/releasing';

const FORMAT = 'sketch-sheet';

await format(FORMAT);
console.log('begun');
for (;;) {
  const { id, version, state } = (await format(FORMAT)).edition;
  if (state !== 'open') await openNextEdition(STANDARDS_DESK, FORMAT);
  else {
    const asked = { note: 'Once more', reason: 'A trial', countsFrom: '2026-01-01', defaults: [] };
    await releaseEdition(STANDARDS_DESK, id, { version, ...asked });
    console.log('released');
  }
}
