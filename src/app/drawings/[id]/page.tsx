import type { Metadata } from 'next';
import { DrawingScreen } from '../../../ui/drawings/drawing-screen';
import { preloadLettering } from '../../preload-lettering';

export const metadata: Metadata = { title: 'Drawing' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  preloadLettering();
  const id = decodeURIComponent((await params).id);
  return <DrawingScreen key={id} id={id} />;
}
