import { Board } from '../../../ui/board/board';
import { preloadLettering } from '../../preload-lettering';
import { titled } from '../../titled';

export const generateMetadata = titled('format', 'Board');

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  preloadLettering();
  return <Board formatId={decodeURIComponent((await params).id)} />;
}
