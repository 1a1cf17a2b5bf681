import { Board } from '../../../ui/board/board';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <Board formatId={(await params).id} />;
}
