import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/ibm-plex-mono/500.css';
import '@fontsource/ibm-plex-mono/600.css';
import '@/src/ui/tokens.css';
import '@/src/ui/fields.css';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { SCHEME_SCRIPT } from '@/src/features/shell/scheme';
import { Theme } from '@/src/ui/theme';

export const metadata: Metadata = {
  title: 'Augerset',
  description: 'Commission a thermostat and prove that it works.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Every page carries a nonce of its own, so that none is made beforehand. */
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }): Promise<ReactNode> {
  const nonce = (await headers()).get('x-nonce') ?? '';
  return (
    <html lang="en" data-scheme="light" suppressHydrationWarning>
      <head>
        {/* biome-ignore lint/security/noDangerouslySetInnerHtml: a constant of ours, so that the first paint has the right scheme */}
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: SCHEME_SCRIPT }} suppressHydrationWarning />
      </head>
      <body>
        <AppRouterCacheProvider options={{ nonce }}>
          <Theme>{children}</Theme>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
