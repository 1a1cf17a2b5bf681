import { database } from '../src/server/database';
import { seedDemoAccounts } from '../src/server/demo';
import { seed } from '../src/server/seed';

/** Every table, those that refer to others before them. */
const TABLES = [
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

/** Empties the database and seeds it with the demo scenario, and with its accounts unless it is to wait for its first administrator. */
export async function freshOffice(accounts: 'demo accounts' | 'no accounts' = 'demo accounts'): Promise<void> {
  // A page that is just closing, or a job of what it began, may still write: then that is emptied too.
  for (let attempt = 1; ; attempt += 1) {
    try {
      for (const table of TABLES) await database.run(`DELETE FROM ${table}`);
      await seed('demo');
      break;
    } catch (error) {
      if (attempt === 3) throw error;
    }
  }
  if (accounts === 'demo accounts') await seedDemoAccounts('demo');
}
