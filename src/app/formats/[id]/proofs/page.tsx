import { ProofsScreen } from '../../../../ui/proofs/proofs-screen';
import { titled } from '../../../titled';

export const generateMetadata = titled('format', 'Proofs');

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ProofsScreen formatId={decodeURIComponent((await params).id)} />;
}
