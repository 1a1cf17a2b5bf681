import { SpecimenScreen } from '../../ui/specimens/specimen-screen';

export default function Page() {
  return <SpecimenScreen />;
}
