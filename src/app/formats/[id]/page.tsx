import type { Metadata } from 'next';
import { Board } from '../../../ui/board/board';
import { preloadLettering } from '../../preload-lettering';

export const metadata: Metadata = { title: 'Board' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  preloadLettering();
  return <Board formatId={decodeURIComponent((await params).id)} />;
}
