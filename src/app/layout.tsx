import '@fontsource-variable/fraunces';
import '@fontsource-variable/source-sans-3';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/Providers';

export const metadata: Metadata = {
  title: { default: 'Fabrica', template: '%s · Fabrica' },
  description: 'Metadata templates for photographers',
};
/** Pages show the files and the database as they are now. */
export const dynamic = 'force-dynamic';

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
