import { LoadingPage } from '../ui/shell/page-notes';

export default function Loading() {
  return <LoadingPage />;
}
