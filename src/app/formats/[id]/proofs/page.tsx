import { ProofsScreen } from '../../../../ui/proofs/proofs-screen';
import { admitting } from '../../../admitted-page';
import { titled } from '../../../titled';

export const generateMetadata = titled('format', 'Proofs');

export default admitting('/formats/[id]/proofs', async ({ params }: { params: Promise<{ id: string }> }) => {
  return <ProofsScreen formatId={decodeURIComponent((await params).id)} />;
});
