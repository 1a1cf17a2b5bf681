import { ProofsScreen } from '../../../../ui/proofs/proofs-screen';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ProofsScreen formatId={(await params).id} />;
}
