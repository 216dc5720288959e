'use client';

import { Box } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useDeferredValue, useState } from 'react';
import type { AssignmentSearch, Workshop } from '@/server/operations/workshop/readWorkshop';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { Assignments } from './Assignments';
import { CutOff } from './CutOff';
import { Orphans } from './Orphans';
import { Shelf } from './Shelf';
import { Tasks } from './Tasks';
import { ThemeSwitch } from './ThemeSwitch';
import { Welcome } from './Welcome';

/** As the page itself was read. */
const FIRST: AssignmentSearch = { of: 'present', find: '', most: 40 };
const MORE = 80;

/** The workshop: what is to be done next, and where everything begins and is found again. */
export function WorkshopPage({ initial }: { initial: Workshop }) {
  const [search, setSearch] = useState(FIRST);
  const asked = useDeferredValue(search);
  const { data = initial } = useQuery({
    queryKey: queryKeys.workshop(asked),
    queryFn: () =>
      apiRequest<Workshop>(`workshop?${new URLSearchParams({ ...asked, most: String(asked.most) })}`),
    ...(asked === FIRST ? { initialData: initial } : { placeholderData: keepPreviousData }),
  });
  const isNew = data.templates.length === 0 && data.total === 0;
  return (
    <>
      <TopLine place="Workshop">
        <ThemeSwitch />
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/vocabulary">Vocabulary</Link>
        </Button>
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/details">My details</Link>
        </Button>
        <Button asChild display="inline-flex" alignItems="center">
          <Link href="/read">Read a file</Link>
        </Button>
      </TopLine>
      <PageMain
        title="Workshop"
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 17fr) minmax(0, 8fr)' }}
        minHeight="calc(100dvh - 3rem)"
      >
        <Box padding="5" display="grid" rowGap="7" alignContent="start" gridTemplateColumns="minmax(0, 1fr)">
          <CutOff />
          <Orphans />
          {isNew ? (
            <Welcome />
          ) : (
            <>
              <Tasks tasks={data.tasks} />
              <Assignments
                {...data}
                search={search}
                onSearch={(change) => setSearch({ ...search, most: FIRST.most, ...change })}
                onMore={() => setSearch({ ...search, most: search.most + MORE })}
              />
            </>
          )}
        </Box>
        <Shelf {...data} isNew={isNew} />
      </PageMain>
    </>
  );
}
