import '@fontsource/barlow-semi-condensed/400.css';
import '@fontsource/barlow-semi-condensed/500.css';
import '@fontsource/barlow-semi-condensed/600.css';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { SHEET_FONT_FACES } from '../ui/theme/sheet-fonts';
import { Queries } from '../ui/data/query-client';
import { Theme } from '../ui/theme/provider';
import { MeProvider } from '../ui/data/me';
import { Shell } from '../ui/shell/shell';
import { reader } from './admitted-page';

export const metadata: Metadata = {
  title: { default: 'Zonograph', template: '%s · Zonograph' },
  description: 'Sheet formats for part and assembly drawings',
};

export default async function Layout({ children }: { children: ReactNode }) {
  // Made for each answer by the pages’ door, so that scripts of ours alone run.
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const me = await reader();
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style dangerouslySetInnerHTML={{ __html: SHEET_FONT_FACES }} />
      </head>
      <body>
        <Theme nonce={nonce}>
          <Queries>
            <MeProvider me={me}>
              <Shell>{children}</Shell>
            </MeProvider>
          </Queries>
        </Theme>
      </body>
    </html>
  );
}
