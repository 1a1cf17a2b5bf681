import type { Metadata } from 'next';
import { ReadScreen } from '../../../ui/reading/read-screen';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';

export const metadata: Metadata = { title: 'Read a drawing' };

export default admitting('/formats/read', () => {
  preloadLettering();
  return <ReadScreen />;
});
