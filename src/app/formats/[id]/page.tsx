import { Board } from '../../../ui/board/board';
import { preloadLettering } from '../../preload-lettering';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  preloadLettering();
  return <Board formatId={(await params).id} />;
}
