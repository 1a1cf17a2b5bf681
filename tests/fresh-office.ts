import { database } from '../src/server/database';
import { seedDemoAccounts } from '../src/server/demo';
import { seed } from '../src/server/seed';

/** Every table, those that refer to others before them. */
const TABLES = [
  'removed_things',
  'chained',
  'chain_head',
  'programs',
  'parts',
  'format_limits',
  'group_members',
  'account_groups',
  'sign_in_tries',
  'sign_ins',
  'kept_tables',
  'property_uses',
  'property_longest',
  'specimen_values',
  'specimen_names',
  'specimen_components',
  'specimen_grams',
  'drawing_grams',
  'drawing_models',
  'audit_steps',
  'proof_verdicts',
  'rule_counts',
  'jobs',
  'store_models',
  'store_state',
  'projections',
  'starter_defaults',
  'starter_editions',
  'starters',
  'drawing_states',
  'drawing_moves',
  'drawing_sheets',
  'format_defaults',
  'edition_releases',
  'edition_steps',
  'drawings',
  'snapshots',
  'office_settings',
  'numbering',
  'shapes',
  'materials',
  'fonts',
  'pictures',
  'audit',
  'editions',
  'formats',
  'profile_revisions',
  'profiles',
  'rule_books',
  'specimens',
  'properties',
  'value_places',
  'people',
  'accounts',
];

/** Empties the database of all but the demo's accounts: an office that has nothing yet. */
export async function emptyOffice(): Promise<void> {
  await freshOffice();
  const kept = ['accounts', 'sign_ins'];
  for (const table of TABLES.filter((one) => !kept.includes(one))) await database.run(`DELETE FROM ${table}`);
}

/** The database's error of a key that is there already. */
const DUPLICATE = 1062;

/** Another office in the place of this one, set up by itself: the same names and accounts, other ids. Everybody is signed out. */
export async function anotherOffice(): Promise<void> {
  for (let tries = 1; ; tries++) {
    await together(TABLES.map((table) => `DELETE FROM ${table}`));
    try {
      await seed('demo');
      break;
    } catch (error) {
      // The process that does jobs may have taken a model from the store in between.
      if (tries === 5 || (error as { errno?: number }).errno !== DUPLICATE) throw error;
    }
  }
  await seedDemoAccounts('demo');
}

/** What processes that do jobs write at any moment; the demo scenario fills none of it. */
const OF_JOBS = ['jobs', 'projections', 'store_models', 'store_state', 'proof_verdicts', 'rule_counts'];

/** The tables that the demo scenario fills, once this process has set their rows aside. */
let filled: string[] | undefined;

const aside = (table: string) => `aside_${table}`;

/** Seeds the database, accounts included, and sets the rows aside: putting them back takes a fraction of the time. */
async function seedAndSetAside(): Promise<void> {
  await seed('demo');
  await seedDemoAccounts('demo');
  const found: string[] = [];
  for (const table of TABLES.filter((one) => !OF_JOBS.includes(one))) {
    const [row] = await database.query(`SELECT 1 FROM ${table} LIMIT 1`);
    if (!row) continue;
    await database.run(`DROP TABLE IF EXISTS ${aside(table)}`);
    await database.run(`CREATE TABLE ${aside(table)} LIKE ${table}`);
    await database.run(`INSERT INTO ${aside(table)} SELECT * FROM ${table}`);
    found.push(table);
  }
  filled = found;
}

/** Projections that are not done, and those whose shading is a picture, which goes with the others. */
const UNFINISHED = ` WHERE state <> 'done' OR content LIKE '%"shaded":{%'`;

/** Does many statements in one transaction and one go: each for itself would take longer to be sent than to be done. */
const together = (statements: readonly string[]) =>
  database.run(`BEGIN NOT ATOMIC
    DECLARE EXIT HANDLER FOR SQLEXCEPTION BEGIN ROLLBACK; RESIGNAL; END;
    START TRANSACTION; ${statements.map((one) => `${one};`).join(' ')} COMMIT;
  END`);

/**
 * Empties the database and fills it with the demo scenario, and with its accounts unless it is to wait for its first administrator. What
 * was projected stays if wanted: it is known by what it was made from.
 */
export async function freshOffice({ accounts = true, projections = false } = {}): Promise<void> {
  const emptied = TABLES.map(
    (table) => `DELETE FROM ${table}${projections && table === 'projections' ? UNFINISHED : ''}`,
  );
  // Without a name to sign in by: the application's own account.
  const which = (table: string) => (table === 'accounts' && !accounts ? ' WHERE sign_in_name IS NULL' : '');
  // A page that is just closing, or a job of what it began, may still write: then that is emptied too.
  for (let attempt = 1; ; attempt += 1) {
    try {
      if (!filled) {
        await together(emptied);
        await seedAndSetAside();
      }
      const filling = filled!
        .toReversed()
        .map((table) => `INSERT INTO ${table} SELECT * FROM ${aside(table)}${which(table)}`);
      await together([...emptied, ...filling]);
      break;
    } catch (error) {
      if (attempt === 3) throw error;
    }
  }
}
