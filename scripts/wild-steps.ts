/**
 * `npx tsx scripts/wild-steps.ts [steps] [seed]`: the campaign of random steps that the tests do in small, as long as is wanted
 * (1,000,000 unless said).
 */
import { demoFacts, demoPackage, demoResources } from '../tests/core/demo';
import { campaign } from '../tests/core/format/wild-steps';
import { seeded } from '../tests/core/generated';

const [steps = 1_000_000, seed = Date.now() % 1e9] = process.argv.slice(2).map(Number);
/** Steps from a fresh format on, and how many are told of at once. */
const ROW = 100;
const TOLD = 10_000;
const offices = ['workshop-sheets', 'inch-sheets'].map((id) => {
  const office = demoPackage(id);
  return { format: office.format, facts: demoFacts(office, 'recovery-winch'), resources: demoResources(office) };
});
let [accepted, refused, longest] = [0, 0, 0];
for (let done = 0, row = 0; done < steps; row++) {
  const { format, ...composing } = offices[row % offices.length]!;
  const lot = seeded(seed + row);
  const seeds = Array.from({ length: Math.min(ROW, steps - done) }, () => lot.below(2 ** 31));
  try {
    const result = campaign(format, seeds, composing);
    accepted += result.accepted;
    refused += result.refused;
    longest = Math.max(longest, result.longest);
  } catch (error) {
    console.error(`seed ${seed}, row ${row}: steps of ${format.name} from the seeds ${seeds.join(' ')}`);
    throw error;
  }
  done += seeds.length;
  if (done % TOLD === 0 || done === steps)
    console.log(`${done} steps: ${accepted} accepted, ${refused} refused, the longest ${longest.toFixed(0)} ms`);
}
