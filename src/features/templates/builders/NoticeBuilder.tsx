'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { noticeElements } from '@/core/rights/notice';
import { buildNotice, type NoticeParts, noticeParts, withNoticeParts } from '@/core/rights/noticeParts';
import { noticeSketch } from '@/core/rights/noticeSketch';
import { Select, TextInput } from '@/ui/inputs';

const years = {
  '{{ year taken }}': 'year taken',
  '{{ year published }}': 'year first published',
  '{{ this year }}': 'this year',
} as const;

/** What an empty notice begins with. */
const start: NoticeParts = { ...noticeParts(''), sign: '©', year: '{{ year taken }}' };

/** Puts a notice together from its parts. It advises and forbids nothing (17 U.S.C. § 401(b)). */
export function NoticeBuilder({ typed, onType }: { typed: string; onType: (typed: string) => void }) {
  const isEmpty = typed.trim() === '';
  const parts = isEmpty ? start : noticeParts(typed);
  const change = (part: Partial<NoticeParts>) =>
    onType(isEmpty ? buildNotice({ ...start, ...part }) : withNoticeParts(typed, part));
  const computed = parts.year in years;
  return (
    <>
      <Flex gap="4" wrap="wrap" alignItems="center">
        <Part label="Sign">
          <Select
            value={parts.sign}
            onChange={(event) => change({ sign: event.target.value as NoticeParts['sign'] })}
          >
            {['©', 'Copyright', 'Copyright ©', ''].map((sign) => (
              <option key={sign} value={sign}>
                {sign || 'none'}
              </option>
            ))}
          </Select>
        </Part>
        <Part label="Year">
          <Select
            value={computed ? parts.year : 'typed'}
            onChange={(event) => change({ year: event.target.value === 'typed' ? '' : event.target.value })}
          >
            {Object.entries(years).map(([text, words]) => (
              <option key={text} value={text}>
                {words}
              </option>
            ))}
            <option value="typed">typed</option>
          </Select>
          {!computed && (
            <TextInput
              aria-label="Year as typed"
              width="6em"
              value={parts.year}
              onChange={(event) => change({ year: event.target.value })}
            />
          )}
        </Part>
        <Part label="Owner">
          <TextInput
            width="13em"
            value={parts.owner}
            onChange={(event) => change({ owner: event.target.value })}
          />
        </Part>
        <Part label="Contact in it">
          <TextInput
            width="11em"
            value={parts.contact}
            placeholder="optional"
            onChange={(event) => change({ contact: event.target.value })}
          />
        </Part>
        <chakra.label display="flex" gap="2" alignItems="center">
          <input
            type="checkbox"
            checked={parts.reserved}
            onChange={(event) => change({ reserved: event.target.checked })}
          />
          all rights reserved
        </chakra.label>
      </Flex>
      <Elements typed={typed} />
    </>
  );
}

function Part({ label, children }: { label: string; children: ReactNode }) {
  return (
    <chakra.label display="flex" gap="2" alignItems="center" color="soft">
      {label} {children}
    </chakra.label>
  );
}

function Elements({ typed }: { typed: string }) {
  const { sign, year, owner, letterInBrackets } = noticeElements(noticeSketch(typed));
  const elements = [
    [sign, 'the sign or the word'],
    [owner, 'the owner'],
    [year, 'the year'],
  ] as const;
  return (
    <Box color="soft" marginTop="1">
      {elements.map(([there, words]) => (
        <chakra.span key={words} color={there ? 'soft' : 'weldText'} marginRight="4">
          {there ? '✓' : 'lacks'} {words}
        </chakra.span>
      ))}
      {letterInBrackets && '“(c)” is accepted; © is better.'} No form is required by law; the three make it
      complete.
    </Box>
  );
}
