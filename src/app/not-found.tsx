import { NoSuchPage } from '../ui/shell/page-notes';

export default function NotFound() {
  return <NoSuchPage />;
}
