import { Register } from '../../ui/drawings/register';

export default function Page() {
  return <Register />;
}
