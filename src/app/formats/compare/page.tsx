import type { Metadata } from 'next';
import { CompareScreen } from '../../../ui/compare/compare-screen';
import { admitting } from '../../admitted-page';
import { preloadLettering } from '../../preload-lettering';

export const metadata: Metadata = { title: 'Compare' };

export default admitting('/formats/compare', () => {
  preloadLettering();
  return <CompareScreen />;
});
