import { withWhatStandsOn, partOf } from '@/core/format/part';
import * as service from '@/server/services/parts';
import { format } from '@/server/services/formats';
import { asDesk, withOffice } from './office';

withOffice();

test('a part is kept under a name of its own, listed with who kept it, and taken out', async () => {
  const { document } = (await format('workshop-sheets')).edition;
  const part = partOf(document, withWhatStandsOn(document, document.blocks[0]!.id), 'House title block');
  const { id } = await asDesk(service.keepPart)(part);
  await expect(asDesk(service.keepPart)({ ...part, name: 'house TITLE block' })).rejects.toMatchObject({ status: 409 });
  await expect(asDesk(service.keepPart)({ ...part, blocks: [] })).rejects.toMatchObject({ status: 422 });
  expect(await service.parts()).toEqual([{ id, part, madeBy: 'Standards desk' }]);
  await asDesk(service.removePart)(id);
  await expect(asDesk(service.removePart)(id)).rejects.toMatchObject({ status: 404 });
});
