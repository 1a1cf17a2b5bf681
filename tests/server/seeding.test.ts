import { STANDARDS_DESK } from '@/server/actor';
import { finishSeeding } from '@/server/seed';
import { makeDrawing } from '@/server/services/drawings';
import { drawings } from '@/server/services/register';
import { withOffice } from './office';

withOffice();

const numbers = async () => (await drawings({ wanted: 'all' })).entries.map(({ number }) => number).sort();

test('drawings that a first start left half made are made anew, once', async () => {
  const half = { formatId: 'workshop-sheets', specimen: 'pawl', variant: '316L', sizeId: 'iso-a3-landscape' };
  await makeDrawing(STANDARDS_DESK, half);
  await finishSeeding('demo');
  expect(await numbers()).toEqual(['KD-00001', 'KD-00002', 'KD-00003']);
  await makeDrawing(STANDARDS_DESK, half);
  await finishSeeding('demo');
  expect(await numbers()).toHaveLength(4);
});
