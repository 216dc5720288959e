import '@fontsource-variable/fraunces';
import '@fontsource-variable/source-sans-3';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { setLocale } from '@/core/wording/locale';
import { Providers } from '@/ui/Providers';

export const metadata: Metadata = {
  title: { default: 'Fabrica', template: '%s · Fabrica' },
  description: 'Metadata templates for photographers',
};
/** Pages show the files and the database as they are now. */
export const dynamic = 'force-dynamic';

const LONGEST_TAG = 35;

/** The first language of the browser: numbers and dates are written as the person writes them. */
async function preferredLocale(): Promise<string | undefined> {
  const accepted = (await headers()).get('accept-language');
  return accepted?.split(/[,;]/)[0]?.trim().slice(0, LONGEST_TAG) || undefined;
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  const locale = await preferredLocale();
  setLocale(locale);
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers locale={locale} nonce={(await headers()).get('x-nonce') ?? undefined}>
          {children}
        </Providers>
      </body>
    </html>
  );
}
