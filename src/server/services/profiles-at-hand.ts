import { randomUUID } from 'node:crypto';
import type { Frozen } from '../../core/edition/snapshot';
import type { ProfileDocument } from '../../core/profile/document';
import type { NamedProfile } from '../../core/profile/printed';
import { asmeProfile, isoProfile } from '../../core/profile/starts';
import type { Actor } from '../actor';
import type { Database } from '../database';
import { noteChange } from '../repositories/audit';
import { bookAtHand } from './books-at-hand';
import { allProfiles, findProfile, findRevision, insertProfile, insertRevision } from '../repositories/profiles';

/**
 * The profile that a drawing's sheets are filled with: of a finished one the revision that it was finished with; of one in work that
 * which its edition froze, and when it has another profile the newest released revision of that; while there is none the profile as it stands.
 */
export async function profileOfDrawing(
  db: Database,
  { profileId, profileRevision: number }: { profileId: string; profileRevision: number | null },
  frozen: Frozen | undefined,
): Promise<NamedProfile | undefined> {
  const row = await findProfile(db, profileId);
  const own = number === null && frozen?.profile.id === profileId ? frozen.profile : undefined;
  const released = own ?? (row && (await findRevision(db, profileId, number ?? undefined)));
  return (
    row && {
      name: own?.name ?? row.name,
      document: released?.document ?? row.document,
      // Nothing of a rule book is printed: what a drawing is looked at by is what the office demands now.
      rules: await bookAtHand(db, row.document.rules),
    }
  );
}

/** The profile of the office with a unit, a projection and a decimal mark; made and released as the standard has the rest where there is none. */
export async function profileFor(
  db: Database,
  actor: Actor,
  {
    unit,
    projection,
    mark,
  }: {
    unit: ProfileDocument['units']['unit'];
    projection: ProfileDocument['views']['projection'];
    mark: ProfileDocument['numbers']['mark'];
  },
): Promise<string> {
  const there = await allProfiles(db);
  const fit = there.find(
    ({ document }) =>
      document.units.unit === unit && document.views.projection === projection && document.numbers.mark === mark,
  );
  if (fit) return fit.id;
  const start = unit === 'in' ? asmeProfile() : isoProfile();
  const document: ProfileDocument = {
    ...start,
    views: { ...start.views, projection },
    numbers: { ...start.numbers, mark },
  };
  const base = `${document.standard}, ${projection}, decimal ${mark === ',' ? 'comma' : 'point'}`;
  const names = new Set(there.map(({ name }) => name));
  let name = base;
  for (let n = 2; names.has(name); n++) name = `${base} ${n}`;
  const id = randomUUID();
  await insertProfile(db, { id, name, document });
  await insertRevision(db, id, { number: 1, document, why: 'Made with a new format', who: actor.name });
  const words = [`Added the profile ${name}`];
  await noteChange(db, actor, { subject: `profile ${id}`, sitting: randomUUID(), words });
  return id;
}
