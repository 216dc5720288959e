'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { Checked } from '@/core/checks/checkAll';
import { agrees, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { EmptyState } from '@/ui/EmptyState';
import { Embedding } from '../describe/desk/Embedding';
import { UnsavedNotice } from '../describe/desk/UnsavedNotice';
import type { FieldToOpen } from '../describe/desk/useOpenField';
import { WritingDesk } from '../describe/desk/WritingDesk';
import { type FirstPhotos, usePhotos } from '../describe/set/usePhotos';
import { useSelection } from '../describe/set/useSelection';
import { useValues } from '../describe/set/useValues';
import { EditStoreContext, useEditStore } from '../describe/store/useEditStore';
import { useWriting } from '../describe/store/useWriting';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { CheckRules } from './CheckRules';
import { FetchedBack } from './FetchedBack';
import { FullSet } from './FullSet';
import { RulePictures } from './RulePictures';
import { SourceList } from './SourceList';
import { useBeside } from './useBeside';
import { useCheckAddress } from './useCheckAddress';
import { useChecked } from './useChecked';
import { useChecklist } from './useChecklist';
import { useScrolledTo } from './useScrolledTo';
import { labels } from './words';

interface Props {
  readonly assignment: Assignment;
  readonly first: FirstPhotos;
}

/** Check: the set against what its purpose asks, with the desk at hand to fix it. */
export function CheckPage({ assignment: initial, first }: Props) {
  const assignment = useAssignment(initial);
  const { id } = initial;
  const { views } = usePhotos(id, first);
  const values = useValues(id, true);
  const store = useEditStore(id);
  const writing = useWriting(id);
  const address = useCheckAddress();
  const chosen = useChecklist(assignment);
  const rules = chosen.list?.rules ?? none;
  const beside = useBeside(assignment, rules);
  const checked = useChecked(rules, views, values, beside);
  const order = useMemo(() => views.map((view) => view.id), [views]);
  const selection = useSelection(order, `check ${id}`);
  const selected = useMemo(() => views.filter((view) => selection.ids.has(view.id)), [views, selection.ids]);
  const [opens, setOpens] = useState<FieldToOpen>();
  const { set: select } = selection;
  const writeFor = useCallback(
    (ids: readonly string[], field: FieldId | undefined) => {
      select(ids);
      setOpens(field && { field, pictures: ids.length });
    },
    [select],
  );
  const current = address.rule ?? firstFailing(checked);
  const result = address.view === 'rule' ? checked?.results.find((one) => one.place === current) : undefined;
  const shown = useScrolledTo(`${address.view} ${address.rule ?? ''}`);
  const failed = checked?.results.filter(
    (one) => one.rule.severity === 'must' && one.failing.size > 0,
  ).length;

  return (
    <EditStoreContext value={store}>
      <Flex
        direction="column"
        height="100dvh"
        minHeight="35rem"
        css={{
          '@media print': {
            height: 'auto',
            '& header, & [aria-label=Rules], & [aria-label="Writing desk"]': { display: 'none' },
          },
        }}
      >
        <AssignmentTop
          assignment={assignment}
          failed={
            failed ? `${formatNumber(failed)} ${agrees(failed, 'rule fails', 'rules fail')}` : undefined
          }
        >
          <Embedding assignmentId={id} views={views} selected={selection.ids} writing={writing} />
        </AssignmentTop>
        <PageMain title={labels.check} display="flex" flexDirection="column" flex="1" minHeight="0">
          {views.length === 0 ? (
            <EmptyState
              title="No pictures yet"
              act={{ href: `/assignments/${id}/bring-in`, words: 'Bring pictures in' }}
            >
              Here a set is looked at before it leaves: which picture lacks what its purpose asks, and how
              that is fixed.
            </EmptyState>
          ) : (
            <>
              <UnsavedNotice writing={writing} />
              <Flex
                position="relative"
                flex="1"
                minHeight="0"
                direction={{ base: 'column', lg: 'row' }}
                overflowY={{ base: 'auto', lg: 'visible' }}
              >
                <CheckRules
                  assignment={assignment}
                  views={views}
                  chosen={chosen}
                  checked={checked}
                  beside={beside}
                  address={address}
                  current={address.view === 'rule' ? current : undefined}
                />
                <Box
                  ref={shown}
                  flex={{ base: 'none', lg: '1' }}
                  height={{ base: '75dvh', lg: 'auto' }}
                  minWidth="0"
                  minHeight="0"
                  display="flex"
                  flexDirection="column"
                  bg="leaf"
                >
                  {address.view === 'back' && <FetchedBack assignment={assignment} />}
                  {address.view === 'full' && checked && <FullSet views={views} checked={checked} />}
                  {address.view === 'source' && checked && (
                    <SourceList assignment={assignment} views={views} checked={checked} />
                  )}
                  {result && checked && (
                    <RulePictures
                      key={result.place}
                      assignment={assignment}
                      views={views}
                      selection={selection}
                      onWrite={writeFor}
                      result={result}
                      checked={checked}
                      beside={beside}
                      write={writing.write}
                    />
                  )}
                </Box>
              </Flex>
              <WritingDesk
                assignment={assignment}
                views={views}
                chosen={selected}
                writing={writing}
                rests={false}
                selects="“Write for these” selects all that fail a rule."
                onSelect={selection.set}
                opens={opens}
              />
            </>
          )}
        </PageMain>
      </Flex>
    </EditStoreContext>
  );
}

const none: readonly never[] = [];

/** The gravest rule that pictures fail; the first where all is well. */
function firstFailing(checked: Checked | undefined): number | undefined {
  for (const severity of ['must', 'should', 'note'] as const) {
    const one = checked?.results.find(
      (result) => result.rule.severity === severity && result.failing.size > 0,
    );
    if (one) return one.place;
  }
  return checked?.results[0]?.place;
}
