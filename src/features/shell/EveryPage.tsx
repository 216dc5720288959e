'use client';

import { chakra, Flex } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { guideAddress } from '@/core/guide/guides';
import { LinkButton } from '@/ui/buttons';
import { type PageAct, pageActs } from './pageActs';
import { labels } from './words';

const Palette = dynamic(() => import('./Palette').then((one) => one.Palette), { ssr: false });

/** Leads from every page to Find, and to everything else by a few letters (Ctrl+K). */
export function EveryPage() {
  const here = usePathname();
  const [acts, setActs] = useState<readonly PageAct[]>();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'k' || event.altKey || event.shiftKey) return;
      if (event.ctrlKey === event.metaKey) return;
      // Another dialog is open: its acts come first.
      if (document.querySelector('[role=dialog][data-state=open]')) return;
      event.preventDefault();
      setActs(pageActs(document));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <Flex as="nav" aria-label={labels.everyPage} gap="3" fontSize="body" alignItems="center">
      {here !== '/find' && (
        <chakra.span color="woad">
          <Link href="/find">{labels.find}</Link>
        </chakra.span>
      )}
      <chakra.span color="woad">
        <Link href={guideAddress(here)}>{labels.help}</Link>
      </chakra.span>
      <LinkButton
        type="button"
        aria-keyshortcuts="Control+K"
        title="Ctrl+K"
        onClick={() => setActs(pageActs(document))}
      >
        {labels.goTo}
      </LinkButton>
      {acts && <Palette acts={acts} onClose={() => setActs(undefined)} />}
    </Flex>
  );
}
