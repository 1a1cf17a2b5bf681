import type { Metadata } from 'next';
import { ReleaseScreen } from '../../../../ui/editions/release-screen';
import { admitting } from '../../../admitted-page';
import { preloadLettering } from '../../../preload-lettering';

export const metadata: Metadata = { title: 'Release' };

export default admitting('/formats/[id]/release', async ({ params }: { params: Promise<{ id: string }> }) => {
  preloadLettering();
  return <ReleaseScreen formatId={decodeURIComponent((await params).id)} />;
});
