'use client';

import { chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { Notice } from '@/ui/Notice';
import { nameAddress } from '@/ui/nameAddress';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { ActSteps } from './ActSteps';
import { BundlesView } from './BundlesView';
import { type Carry, CarryDialog } from './CarryDialog';
import { ExchangeView } from './ExchangeView';
import { OrderView } from './order/OrderView';
import { TermsView } from './TermsView';
import { UseView } from './UseView';
import { useVocabulary } from './useVocabulary';
import { useVocabularyActs } from './useVocabularyActs';
import { labels } from './words';

const views = {
  terms: 'Terms',
  order: 'In order',
  use: 'Use',
  bundles: 'Bundles',
  exchange: 'In and out',
} as const;
type View = keyof typeof views;
const isView = (view: string | undefined): view is View => view !== undefined && Object.hasOwn(views, view);

/** The vocabulary: its terms as a tree, what is out of order, how they are used, bundles, and files in and out. */
export function VocabularyPage({ view, term }: { view: string | undefined; term: string | undefined }) {
  const here: View = isView(view) ? view : 'terms';
  const { terms, isKnown, error } = useVocabulary();
  const acts = useVocabularyActs();
  const [chosen, setChosen] = useState(term);
  // A link on another of these views names a term.
  useEffect(() => setChosen((before) => term ?? before), [term]);
  const [carry, setCarry] = useState<Carry>();
  const choose = (id: string) => {
    setChosen(id);
    nameAddress(`/vocabulary?term=${id}`);
  };
  const common = { terms, isKnown, acts, onCarry: setCarry };
  return (
    <Flex direction="column" height={{ md: '100dvh' }}>
      <TopLine place="Vocabulary">
        <ActSteps acts={acts} />
      </TopLine>
      <PageMain
        title="Vocabulary"
        flex="1"
        minHeight="0"
        display="flex"
        flexDirection="column"
        paddingX="5"
        paddingTop="2"
      >
        <Flex
          as="nav"
          aria-label={labels.ofTheVocabulary}
          columnGap="5"
          wrap="wrap"
          paddingBottom="2"
          fontSize="body"
        >
          {(Object.entries(views) as [View, string][]).map(([one, words]) => (
            <chakra.span
              key={one}
              borderBottomWidth="2px"
              borderColor={one === here ? 'woad' : 'transparent'}
              fontWeight={one === here ? '600' : '400'}
              color={one === here ? 'ink' : 'woad'}
            >
              <Link
                href={one === 'terms' ? '/vocabulary' : `/vocabulary?view=${one}`}
                aria-current={one === here ? 'page' : undefined}
              >
                {words}
              </Link>
            </chakra.span>
          ))}
        </Flex>
        <Notice kind="error">{(error ?? acts.error)?.message}</Notice>
        {here === 'terms' && <TermsView {...common} chosen={chosen} onChoose={choose} />}
        {here === 'order' && <OrderView {...common} />}
        {here === 'use' && <UseView terms={terms} />}
        {here === 'bundles' && <BundlesView />}
        {here === 'exchange' && <ExchangeView terms={terms} />}
      </PageMain>
      {carry && <CarryDialog carry={carry} onClose={() => setCarry(undefined)} />}
    </Flex>
  );
}
