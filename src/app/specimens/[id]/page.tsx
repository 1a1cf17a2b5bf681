import { SpecimenScreen } from '../../../ui/specimens/specimen-screen';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <SpecimenScreen open={(await params).id} />;
}
