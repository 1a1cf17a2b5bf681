import { DrawingScreen } from '../../../ui/drawings/drawing-screen';
import { preloadLettering } from '../../preload-lettering';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  preloadLettering();
  return <DrawingScreen key={(await params).id} id={(await params).id} />;
}
