'use client';

import { Box, Flex } from '@chakra-ui/react';
import { conditionOf } from '@/core/search/condition';
import { counted, formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { Conditions } from './Conditions';
import { Facets } from './Facets';
import { Gather } from './Gather';
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
  return (
    <>
      <TopLine place={labels.title} placeHref="/find">
        {isAsked && isWhole && <SaveSearch asked={{ words, where }} />}
        {(isAsked || picked.size > 0) && isWhole && first && (
          <>
            <WriteFound asked={set} total={total} isLooking={isLooking} />
            <WorkOnFound asked={set} total={total} isLooking={isLooking} />
          </>
        )}
        {isWhole && first !== undefined && first.total > 0 && <Gather asked={set} total={total} />}
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
            <Box role="status" color="soft" fontSize="body" marginBottom="2">
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
            <Flex columnGap="6" wrap={{ base: 'wrap', lg: 'nowrap' }} alignItems="flex-start">
              <TimelineView months={first?.months ?? []} where={where} onChange={setWhere} />
              <MapView places={first?.places ?? []} where={where} onChange={setWhere} />
            </Flex>
            <Results photos={photos} more={more} isLooking={isLooking} picked={picked} onPick={pick} />
          </Box>
        </Box>
      </PageMain>
    </>
  );
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
