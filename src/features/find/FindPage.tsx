'use client';

import { Box, Flex } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { conditionOf } from '@/core/search/condition';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { useGatherings } from '../describe/set/useGathered';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { Conditions } from './Conditions';
import { Facets } from './Facets';
import { Gather } from './Gather';
import { GatheringBar, RemovedGathering } from './GatheringBar';
import { MapView } from './MapView';
import { Results } from './Results';
import { SavedSearches, SaveSearch } from './SavedSearches';
import { SearchBox } from './SearchBox';
import { TimelineView } from './TimelineView';
import { useFindAddress } from './useFindAddress';
import { type Answer, useFound } from './useFound';
import { usePicked } from './usePicked';
import { WorkOnFound } from './WorkOnFound';
import { WriteFound } from './WriteFound';
import { labels } from './words';

const OrderedResults = dynamic(() => import('./OrderedResults'), { ssr: false });

/** Finds pictures of all assignments: by words, by conditions, and by what a result can be narrowed to. */
export function FindPage() {
  const { words, where, setWords, setWhere, open } = useFindAddress();
  const { first, photos, error, more, isLooking } = useFound({ words, where });
  const toggle = (sentence: string) =>
    setWhere(where.includes(sentence) ? where.filter((one) => one !== sentence) : [...where, sentence]);
  const isAsked = words.trim() !== '' || where.length > 0;
  const isWhole = where.every((one) => conditionOf(one));
  const { picked, toggle: pick, clear } = usePicked({ words, where });
  const total = picked.size > 0 ? picked.size : (first?.total ?? 0);
  const set = { words, where, ...(picked.size > 0 ? { only: [...picked] } : {}) };
  const gatherings = useGatherings();
  const gathering = gatheringIn(where, gatherings);
  const [removed, setRemoved] = useState<Gathering>();
  const results = { photos, more, isLooking, picked, onPick: pick };
  return (
    <>
      <TopLine place={labels.title} placeHref="/find">
        {isAsked && isWhole && <SaveSearch asked={{ words, where }} />}
      </TopLine>
      <PageMain title={labels.title} paddingX="5" paddingY="4">
        <Box role="search" maxWidth="56rem">
          <SearchBox
            words={words}
            onWords={setWords}
            onCondition={(sentence, rest) => open({ words: rest, where: [...new Set([...where, sentence])] })}
          />
          <Conditions where={where} notUnderstood={first?.notUnderstood ?? []} onChange={setWhere} />
        </Box>
        <Notice kind="error">{error?.message}</Notice>
        <Box
          display="grid"
          gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '14rem minmax(0, 1fr)' }}
          columnGap="6"
          marginTop="4"
          aria-busy={isLooking}
        >
          <Facets facets={first?.facets ?? {}} where={where} onToggle={toggle} />
          <Box minWidth="0">
            {!isAsked && (
              <Box marginBottom="6" _empty={{ display: 'none' }}>
                <SavedSearches onOpen={open} />
              </Box>
            )}
            {removed && <RemovedGathering gathering={removed} onBack={() => setRemoved(undefined)} />}
            {gathering && (
              <GatheringBar
                key={gathering.id}
                gathering={gathering}
                picked={picked}
                onRenamed={(name) =>
                  setWhere(
                    where.map((one) => (gatheringIn([one], [gathering]) ? `Gathering is ${name}` : one)),
                  )
                }
                onTakenOut={clear}
                onRemoved={() => setRemoved(gathering)}
              />
            )}
            <Flex columnGap="3" rowGap="2" wrap="wrap" alignItems="center" marginBottom="3">
              <Box role="status" color="soft" fontSize="body" flex="1" minWidth="12rem">
                {first && <Count answer={first} onWords={setWords} onWithout={toggle} />}
                {picked.size > 0 && (
                  <>
                    {', '}
                    {formatNumber(picked.size)} picked.{' '}
                    <LinkButton type="button" onClick={clear}>
                      {labels.pickNone}
                    </LinkButton>
                  </>
                )}
              </Box>
              {isWhole && first && (isAsked || picked.size > 0) && (
                <>
                  <WriteFound asked={set} total={total} isLooking={isLooking} />
                  <WorkOnFound asked={set} total={total} isLooking={isLooking} />
                </>
              )}
              {isWhole && first !== undefined && first.total > 0 && <Gather asked={set} total={total} />}
            </Flex>
            <Flex columnGap="6" wrap={{ base: 'wrap', lg: 'nowrap' }} alignItems="flex-start">
              <TimelineView months={first?.months ?? []} where={where} onChange={setWhere} />
              <MapView places={first?.places ?? []} where={where} onChange={setWhere} />
            </Flex>
            {gathering && where.length === 1 && words.trim() === '' ? (
              <OrderedResults gatheringId={gathering.id} {...results} />
            ) : (
              <Results {...results} />
            )}
          </Box>
        </Box>
      </PageMain>
    </>
  );
}

/** The gathering that a condition names. */
function gatheringIn(where: readonly string[], gatherings: readonly Gathering[]): Gathering | undefined {
  const named = where.flatMap((sentence) => {
    const condition = conditionOf(sentence);
    return condition?.kind === 'gathering' ? [condition.name.toLowerCase()] : [];
  });
  return named.length === 1 ? gatherings.find(({ name }) => name.toLowerCase() === named[0]) : undefined;
}

function Count({
  answer: { total, waiting, meant, narrowest },
  onWords,
  onWithout,
}: {
  answer: Answer;
  onWords: (words: string) => void;
  onWithout: (part: string) => void;
}) {
  return (
    <>
      {total > 0 ? counted(total, 'picture') : 'No picture has all of this.'}
      {waiting > 0 && ` ${formatNumber(waiting)} more are being read into the index.`}
      {meant && (
        <Box color="ink">
          {labels.didYouMean}{' '}
          <LinkButton type="button" data-control={labels.searchForThat} onClick={() => onWords(meant)}>
            {meant}
          </LinkButton>
          ?
        </Box>
      )}
      {narrowest && (
        <Box color="ink">
          Without “{narrowest.part}” there are {formatNumber(narrowest.pictures)}.{' '}
          {conditionOf(narrowest.part) && (
            <LinkButton type="button" onClick={() => onWithout(narrowest.part)}>
              {labels.leaveItOut}
            </LinkButton>
          )}
        </Box>
      )}
    </>
  );
}
