import { Shelf } from '../../ui/formats/shelf';

export default function Page() {
  return <Shelf />;
}
