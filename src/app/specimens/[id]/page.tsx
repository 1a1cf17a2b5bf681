import { specimens } from '../../../server/services/specimens';
import { specimensQuery } from '../../../ui/data/queries';
import { SpecimenScreen } from '../../../ui/specimens/specimen-screen';
import { admitting } from '../../admitted-page';
import { answered } from '../../answered';
import { titled } from '../../titled';

export const generateMetadata = titled('specimen', 'Specimen');

export default admitting('/specimens/[id]', async ({ params }: { params: Promise<{ id: string }> }) => {
  const id = decodeURIComponent((await params).id);
  return answered(<SpecimenScreen key={id} open={id} />, (client) => [
    client.prefetchInfiniteQuery({ ...specimensQuery(''), queryFn: () => specimens({}) }),
  ]);
});
