import { DrawingScreen } from '../../../ui/drawings/drawing-screen';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';
import { titled } from '../../titled';

export const generateMetadata = titled('drawing', 'Drawing');

export default admitting('/drawings/[id]', async ({ params }: { params: Promise<{ id: string }> }) => {
  preloadLettering();
  const id = decodeURIComponent((await params).id);
  return <DrawingScreen key={id} id={id} />;
});
