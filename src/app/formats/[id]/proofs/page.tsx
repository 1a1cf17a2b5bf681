import type { Metadata } from 'next';
import { ProofsScreen } from '../../../../ui/proofs/proofs-screen';

export const metadata: Metadata = { title: 'Proofs' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ProofsScreen formatId={decodeURIComponent((await params).id)} />;
}
