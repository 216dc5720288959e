'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Checked, RuleResult } from '@/core/checks/checkAll';
import { isFixedAtSource } from '@/core/checks/checkPicture';
import { sharedCaptions } from '@/core/checks/facts';
import { repairOf } from '@/core/checks/repairs';
import { countStrips } from '@/core/threads/stroke';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { GroupStrip } from '@/ui/GroupStrip';
import { Select } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { labels as uiLabels } from '@/ui/words';
import type { PhotoView } from '../describe/set/view';
import { ChecklistDialog } from './ChecklistDialog';
import { RuleList } from './RuleList';
import type { Beside } from './useBeside';
import type { CheckAddress } from './useCheckAddress';
import type { ChosenChecklist } from './useChecklist';
import { labels } from './words';

interface Props {
  readonly assignment: Assignment;
  readonly views: readonly PhotoView[];
  readonly chosen: ChosenChecklist;
  readonly checked: Checked | undefined;
  readonly beside: Beside;
  readonly address: CheckAddress;
  readonly current: number | undefined;
}

/** How many pictures are ready, by which list, and every rule of it. */
export function CheckRules({ views, chosen, checked, beside, address, current }: Props) {
  const [isOpen, setOpen] = useState(false);
  const counts = useMemo(() => countStrips(views.map((view) => view.strip)), [views]);
  const isOneStep = useOneStep(checked, beside);
  const atSource = useMemo(() => sourcePictures(checked).size, [checked]);
  return (
    <Box
      as="section"
      aria-label={labels.rules}
      width={{ base: '100%', lg: '40%' }}
      maxWidth={{ lg: '34rem' }}
      flexShrink={0}
      // What is for screen readers alone is placed within, and not past the end of the page.
      position="relative"
      overflowY={{ lg: 'auto' }}
      borderRightWidth={{ lg: '1px' }}
      borderColor="rule"
      paddingX="2.5"
      paddingTop="4"
    >
      <Box paddingX="2.5" paddingBottom="4">
        <Flex alignItems="baseline" columnGap="4" wrap="wrap" justifyContent="space-between">
          <Box fontFamily="heading" fontSize="title" fontWeight="600" aria-live="polite">
            {checked
              ? `${formatNumber(checked.ready.size)} of ${formatNumber(checked.pictures.length)} are ready`
              : 'Looking at the pictures …'}
          </Box>
          <GroupStrip counts={counts} />
        </Flex>
        <Flex alignItems="center" columnGap="3" wrap="wrap" fontSize="body" marginTop="1">
          <label htmlFor="checklist">{uiLabels.for}</label>
          <Select
            id="checklist"
            width="auto"
            value={chosen.list?.id ?? ''}
            onChange={(event) => chosen.choose(event.target.value)}
          >
            <optgroup label="Ready lists">
              {chosen.ready.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </optgroup>
            {chosen.own.length > 0 && (
              <optgroup label="Your own">
                {chosen.own.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </optgroup>
            )}
          </Select>
          <LinkButton type="button" onClick={() => setOpen(true)} disabled={!chosen.list}>
            {labels.changeThisList}
          </LinkButton>
        </Flex>
        <Notice kind="error">{chosen.error?.message}</Notice>
      </Box>
      {checked && (
        <>
          <RuleList
            results={checked.results}
            total={checked.pictures.length}
            current={current}
            isOneStep={isOneStep}
            onShow={address.showRule}
          />
          <Flex
            direction="column"
            alignItems="flex-start"
            gap="1"
            paddingX="2.5"
            paddingBottom="5"
            fontSize="body"
          >
            <LinkButton
              type="button"
              aria-current={address.view === 'full'}
              onClick={() => address.show('full')}
            >
              {labels.completeness}
            </LinkButton>
            <LinkButton
              type="button"
              aria-current={address.view === 'source'}
              onClick={() => address.show('source')}
            >
              Back to the source: {counted(atSource, 'picture')}
            </LinkButton>
            <LinkButton
              type="button"
              aria-current={address.view === 'back'}
              onClick={() => address.show('back')}
            >
              {labels.compareWithPublished}
            </LinkButton>
          </Flex>
        </>
      )}
      {isOpen && chosen.list && (
        <ChecklistDialog
          key={chosen.list.id}
          list={chosen.list}
          own={chosen.own}
          onChoose={chosen.choose}
          onClose={() => setOpen(false)}
        />
      )}
    </Box>
  );
}

/** Pictures that fail what only their source can fix. */
function sourcePictures(checked: Checked | undefined): Set<string> {
  const ids = (checked?.results ?? [])
    .filter(({ rule }) => isFixedAtSource(rule))
    .flatMap(({ failing }) => [...failing.keys()]);
  return new Set(ids);
}

function useOneStep(checked: Checked | undefined, beside: Beside) {
  return useMemo(() => {
    if (!checked) return () => false;
    const set = { ...beside, captions: sharedCaptions(checked.pictures) };
    const byId = new Map(checked.pictures.map((one) => [one.id, one]));
    return ({ rule, failing }: RuleResult) =>
      [...failing.keys()].some((id) => repairOf(rule, byId.get(id)!, set) !== undefined);
  }, [checked, beside]);
}
