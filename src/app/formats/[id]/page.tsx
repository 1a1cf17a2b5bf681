import { Board } from '../../../ui/board/board';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';
import { titled } from '../../titled';

export const generateMetadata = titled('format', 'Board');

export default admitting('/formats/[id]', async ({ params }: { params: Promise<{ id: string }> }) => {
  preloadLettering();
  return <Board formatId={decodeURIComponent((await params).id)} />;
});
