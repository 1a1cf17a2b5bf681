import '@fontsource/barlow-semi-condensed/400.css';
import '@fontsource/barlow-semi-condensed/500.css';
import '@fontsource/barlow-semi-condensed/600.css';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { SHEET_FONT_FACES } from '../ui/theme/sheet-fonts';
import { Queries } from '../ui/data/query-client';
import { Theme } from '../ui/theme/provider';
import { Shell } from '../ui/shell/shell';

export const metadata: Metadata = {
  title: { default: 'Zonograph', template: '%s · Zonograph' },
  description: 'Sheet formats for part and assembly drawings',
};

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style dangerouslySetInnerHTML={{ __html: SHEET_FONT_FACES }} />
      </head>
      <body>
        <Theme>
          <Queries>
            <Shell>{children}</Shell>
          </Queries>
        </Theme>
      </body>
    </html>
  );
}
