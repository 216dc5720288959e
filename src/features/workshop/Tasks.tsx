'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import { counted, formatNumber } from '@/core/wording/counts';
import type { Task } from '@/server/operations/workshop/readWorkshop';
import { Previews } from '@/ui/Previews';
import { Section } from '@/ui/Section';
import { labels } from './words';

/** What to do next, with its pictures; each leads to where it is done. */
export function Tasks({ tasks }: { tasks: readonly Task[] }) {
  if (tasks.length === 0) return null;
  return (
    <Section title={labels.next}>
      <Box
        as="ul"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(15rem, 1fr))"
        columnGap="4"
        rowGap="5"
        listStyleType="none"
      >
        {tasks.map((task) => (
          <Box as="li" key={`${task.kind} ${task.assignmentId} ${task.about ?? ''}`}>
            <TaskCard task={task} />
          </Box>
        ))}
      </Box>
    </Section>
  );
}

function TaskCard({ task }: { task: Task }) {
  const { title, words, href } = taskWords(task);
  const asks = task.kind === 'answer' || task.kind === 'settle';
  return (
    <Box borderTopWidth="2px" borderColor={asks ? 'weld' : 'woad'} paddingTop="2">
      <Box as="h3" textStyle="subtitle" fontSize="larger" lineHeight="1.25">
        <Link href={href}>{title}</Link>
      </Box>
      <Box textStyle="hint" marginBottom="2">
        {words}
      </Box>
      {task.shown.length > 0 && <Previews shown={task.shown} columns={3} />}
    </Box>
  );
}

function taskWords({ kind, assignmentId, assignment, pictures, about }: Task): {
  title: string;
  words: string;
  href: string;
} {
  const place = `/assignments/${assignmentId}`;
  const n = formatNumber(pictures);
  switch (kind) {
    case 'answer':
      return {
        title: `Who is ${about}?`,
        words: `${counted(pictures, 'picture waits', 'pictures wait')} in the drop folder of ${assignment}`,
        href: `${place}/bring-in`,
      };
    case 'settle':
      return {
        title: `Settle ${n}`,
        words: `${assignment}: the records of ${counted(pictures, 'file')} disagree`,
        href: `${place}/describe?select=disagrees`,
      };
    case 'embed':
      return {
        title: `Embed ${n}`,
        words: `${assignment}: ${counted(pictures, 'picture')} with drafts, not in the files yet`,
        href: `${place}/describe`,
      };
    case 'caption':
      return {
        title: `Write captions for ${n}`,
        words: assignment,
        href: `${place}/describe?select=caption`,
      };
    case 'bring-in':
      return {
        title: `Bring in from ${about}`,
        words: `${assignment}: no pictures yet`,
        href: `${place}/bring-in`,
      };
  }
}
