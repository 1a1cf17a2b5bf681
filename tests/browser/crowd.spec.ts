import { readFileSync } from 'node:fs';
import { work } from '../campaigns/crowd';
import { expect, test } from './fixtures';

/* The short form of `npm run campaigns`, which also measures how late the application answers. */
test('eight people who read, answer, finish, export, upload and pack at once lose nothing, and none is refused', async () => {
  const accounts = JSON.parse(readFileSync('demo/accounts.json', 'utf8')) as {
    role: string;
    signInName: string;
    password: string;
  }[];
  const administrator = accounts.find(({ role }) => role === 'administrator')!;
  const crowd = { people: 8, steps: 15, pause: 100, seed: 1 };
  const { tallies, lost } = await work(process.env.ZONOGRAPH_ADDRESS!, administrator, crowd);
  expect(lost).toEqual([]);
  for (const [step, { refused }] of tallies) expect([step, ...refused]).toEqual([step]);
  expect(tallies.size).toBeGreaterThan(8);
});
