import type { Metadata } from 'next';
import { HistoryScreen } from '../../../../ui/editions/history-screen';
import { admitting } from '../../../admitted-page';

export const metadata: Metadata = { title: 'History' };

export default admitting('/formats/[id]/history', async ({ params }: { params: Promise<{ id: string }> }) => (
  <HistoryScreen formatId={decodeURIComponent((await params).id)} />
));
