'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import { ruleName } from '@/core/wording/checkWords';
import { counted, formatNumber } from '@/core/wording/counts';
import type { FoundPart } from '@/server/operations/search/readFoundSet';
import { LinkButton } from '@/ui/buttons';
import { ListRow } from '@/ui/ListRow';
import { labels as checkLabels } from '../check/words';
import { describeFound, type FoundSet } from './findAddress';
import { labels } from './words';

/** Rules that are named; the others are on the page of the check. */
const RULES_SHOWN = 4;

/** The found pictures of each assignment: drafts, and the rules of its checklist that they fail. */
export function FoundParts({ set, parts }: { set: FoundSet; parts: readonly FoundPart[] }) {
  return (
    <Box as="ul" listStyleType="none">
      {parts.map((part) => (
        <ListRow
          as="li"
          key={part.assignmentId}
          css={{ '& > span:first-of-type': { flex: '1 1 16rem' } }}
          name={
            <>
              <LinkButton asChild>
                <Link href={`/assignments/${part.assignmentId}/describe`}>{part.assignment}</Link>
              </LinkButton>
              <Box textStyle="hint">{checkWords(part)}</Box>
            </>
          }
          words={[
            counted(part.pictures, 'picture'),
            part.drafted > 0 ? `${formatNumber(part.drafted)} with drafts` : '',
          ]
            .filter(Boolean)
            .join(', ')}
        >
          <LinkButton asChild>
            <Link
              href={describeFound(part.assignmentId, set)}
              aria-label={`${labels.describe} ${counted(part.pictures, 'picture')} of ${part.assignment}`}
            >
              {labels.describe}
            </Link>
          </LinkButton>
          <LinkButton asChild>
            <Link
              href={`/assignments/${part.assignmentId}/check`}
              aria-label={`${checkLabels.check} ${part.assignment}`}
            >
              {checkLabels.check}
            </Link>
          </LinkButton>
        </ListRow>
      ))}
    </Box>
  );
}

function checkWords({ check, pictures }: FoundPart): string {
  if (!check) return 'Too many pictures to check here.';
  const { checklist, rules, failing } = check;
  if (rules.length === 0) return `“${checklist}”: all pass.`;
  const named = [...rules]
    .sort((a, b) => b.pictures - a.pictures)
    .slice(0, RULES_SHOWN)
    .map(({ rule, pictures: fail }) => `${ruleName(rule)} (${formatNumber(fail)})`);
  const more = rules.length - named.length;
  const ready =
    failing === 0 ? 'all pass what must pass' : `${formatNumber(failing)} of ${formatNumber(pictures)} fail`;
  return `“${checklist}”: ${ready}. ${named.join(' · ')}${more > 0 ? ` · ${formatNumber(more)} more` : ''}`;
}
