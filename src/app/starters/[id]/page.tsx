import { StarterScreen } from '../../../ui/starters/starter-screen';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';
import { titled } from '../../titled';

export const generateMetadata = titled('starter', 'Starter');

export default admitting('/starters/[id]', async ({ params }: { params: Promise<{ id: string }> }) => {
  preloadLettering();
  const id = decodeURIComponent((await params).id);
  return <StarterScreen key={id} id={id} />;
});
