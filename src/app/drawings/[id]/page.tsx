import { DrawingScreen } from '../../../ui/drawings/drawing-screen';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <DrawingScreen key={(await params).id} id={(await params).id} />;
}
