'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { formatDay } from '@/core/wording/formatDate';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Shelf } from '@/server/operations/templates/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { labels as uiLabels } from '@/ui/words';
import { TemplateConflicts } from '../templates/TemplateConflicts';
import { entryWords } from '../templates/words';
import { useChangeAssignment } from './useChangeAssignment';
import { labels } from './words';

/** The templates in force, first to last, with what is in them. */
export function InForce({
  assignment,
  templates,
  brief = false,
  lastUsed,
}: {
  assignment: Assignment;
  templates: readonly ListedTemplate[];
  /** In the place where pictures are brought in: short, with its last use, and one comes back here. */
  brief?: boolean;
  lastUsed?: Shelf['lastUsed'];
}) {
  const { mutate, isPending } = useChangeAssignment(assignment.id);
  const ids = assignment.inForce;
  const keep = (inForce: readonly string[]) => mutate({ inForce });
  const moved = (from: number, by: number) => {
    const next = [...ids];
    const [id] = next.splice(from, 1);
    next.splice(from + by, 0, id!);
    return next;
  };
  const back = brief ? `?for=${assignment.id}` : '';
  const rest = templates.filter((one) => !ids.includes(one.id) && one.version > 0 && !one.archived);
  return (
    <Box opacity={isPending ? 0.7 : 1}>
      {ids.length === 0 && (
        <Box color="weldText" fontSize="body" paddingY="1">
          No template is in force: pictures come in as they are.
        </Box>
      )}
      {ids.map((id, index) => {
        const template = templates.find((one) => one.id === id);
        if (!template) return null;
        return (
          <Flex key={id} gap="3" borderBottomWidth="1px" paddingY="1" alignItems="baseline" fontSize="body">
            <chakra.span color="soft" width="1.2em">
              {index + 1}
            </chakra.span>
            <Box flex="1" minWidth="0">
              <chakra.span fontWeight="600">
                <Link href={`/templates/${id}${back}`}>{template.name}</Link>
              </chakra.span>
              <chakra.span color="soft">
                {' '}
                {template.kind === 'job' ? 'for this job' : 'standing'}, version {template.version}
                {lastUsed && <LastUse use={lastUsed[id]} here={assignment.name} />}
              </chakra.span>
              <Box textStyle="hint" {...(brief ? { truncate: true } : {})}>
                {template.entries.length === 0 ? (
                  <chakra.span color="weldText">empty: it puts in nothing</chakra.span>
                ) : (
                  template.entries.map(entryWords).join(' · ')
                )}
              </Box>
            </Box>
            <Flex gap="2" fontSize="small" flexShrink={0}>
              {index > 0 && (
                <LinkButton
                  type="button"
                  onClick={() => keep(moved(index, -1))}
                  aria-label={`Move ${template.name} earlier`}
                >
                  Earlier
                </LinkButton>
              )}
              <LinkButton
                type="button"
                onClick={() => keep(ids.filter((one) => one !== id))}
                aria-label={`Remove ${template.name}`}
              >
                {uiLabels.remove}
              </LinkButton>
            </Flex>
          </Flex>
        );
      })}
      <TemplateConflicts templates={ids.flatMap((id) => templates.find((one) => one.id === id) ?? [])} />
      <Flex gap="4" alignItems="center" marginTop="2" fontSize="body" wrap="wrap">
        {rest.length > 0 && (
          <Select
            aria-label={labels.putATemplateInForce}
            value=""
            onChange={(event) => event.target.value && keep([...ids, event.target.value])}
            maxWidth="20em"
          >
            <option value="">Put another in force …</option>
            {rest.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Select>
        )}
        <LinkButton asChild>
          <Link href={`/templates/new${back}`}>{uiLabels.makeATemplate}</Link>
        </LinkButton>
      </Flex>
    </Box>
  );
}

function LastUse({ use, here }: { use: Shelf['lastUsed'][string] | undefined; here: string }) {
  return (
    <span suppressHydrationWarning>
      {use
        ? `, last used ${formatDay(use.at)} ${use.assignment === here ? 'here' : `in ${use.assignment}`}`
        : ', never used yet'}
    </span>
  );
}
