import { Dictionary } from '../../ui/dictionary/dictionary';

export default function Page() {
  return <Dictionary />;
}
