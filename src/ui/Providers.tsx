'use client';

import { ChakraProvider } from '@chakra-ui/react';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { useServerInsertedHTML } from 'next/navigation';
import { ThemeProvider } from 'next-themes';
import { type ReactNode, useEffect, useState } from 'react';
import { setLocale } from '@/core/wording/locale';
import { newQueries } from './newQueries';
import { refuseLongPaste } from './refuseLongPaste';
import { system } from './theme';

interface ProvidersProps {
  readonly locale: string | undefined;
  /** Of the page's policy: a script without it does not run. */
  readonly nonce: string | undefined;
  readonly children: ReactNode;
}

declare global {
  interface Window {
    /** True once the page is hydrated and loads and saves nothing; browser tests and the screenshot script wait for it. */
    isPageIdle?: () => boolean;
  }
}

/** Emotion registry → query client → Chakra → ground: in this order server and browser agree. */
export function Providers({ locale, nonce, children }: ProvidersProps) {
  setLocale(locale);
  const [queries] = useState(newQueries);
  useEffect(() => {
    window.isPageIdle = () => queries.isFetching() + queries.isMutating() === 0;
    document.addEventListener('paste', refuseLongPaste, { capture: true });
    return () => document.removeEventListener('paste', refuseLongPaste, { capture: true });
  }, [queries]);
  return (
    <EmotionRegistry>
      <QueryClientProvider client={queries}>
        <ChakraProvider value={system}>
          <ThemeProvider nonce={nonce} attribute="class" defaultTheme="system" disableTransitionOnChange>
            {children}
          </ThemeProvider>
        </ChakraProvider>
      </QueryClientProvider>
    </EmotionRegistry>
  );
}

function EmotionRegistry({ children }: { children: ReactNode }) {
  const [{ cache, flush }] = useState(() => {
    const made = createCache({ key: 'fab' });
    made.compat = true;
    const insert = made.insert;
    let names: string[] = [];
    made.insert = (...args) => {
      const [, serialized] = args;
      if (made.inserted[serialized.name] === undefined) names.push(serialized.name);
      return insert(...args);
    };
    const take = () => {
      const taken = names;
      names = [];
      return taken;
    };
    return { cache: made, flush: take };
  });
  useServerInsertedHTML(() => {
    const names = flush();
    if (names.length === 0) return null;
    const styles = names.map((name) => cache.inserted[name]).join('');
    return (
      <style
        key={cache.key}
        data-emotion={`${cache.key} ${names.join(' ')}`}
        dangerouslySetInnerHTML={{ __html: styles }}
      />
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}
