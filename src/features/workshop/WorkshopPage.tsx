'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useTheme } from 'next-themes';
import { type ReactNode, useEffect, useState } from 'react';
import { countCodes } from '@/core/threads/stripCode';
import { counted } from '@/core/wording/counts';
import { runActs } from '@/server/runs/runActs';
import { Plain } from '@/ui/acts';
import { ask } from '@/ui/api';
import { GroupStrip } from '@/ui/GroupStrip';
import type { ListedRun } from '../receipts/types';
import { outcome, stateWords } from '../receipts/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { CutOff } from './CutOff';
import { FirstTemplate } from './FirstTemplate';
import { FolderRow, type WorkshopDrop, type WorkshopFolder } from './FolderRow';
import { NewAssignment } from './NewAssignment';

export interface ListedAssignment {
  readonly id: string;
  readonly name: string;
  readonly photos: number;
  /** How many pictures have which strip (threads/stripCode). */
  readonly strips: readonly { readonly strip: string; readonly count: number }[];
  readonly previews: readonly string[];
}

interface Props {
  readonly assignments: readonly ListedAssignment[];
  readonly templates: readonly { id: string; name: string; kind: string; version: number }[];
  readonly folders: readonly WorkshopFolder[];
  readonly drops: readonly WorkshopDrop[];
}

/** The workshop: where everything begins and is found again. */
export function WorkshopPage({ assignments, templates, folders, drops }: Props) {
  const { data: runs = [] } = useQuery({ queryKey: ['runs'], queryFn: () => ask<ListedRun[]>('runs') });
  const standing = templates.find((one) => one.kind === 'standing');
  return (
    <>
      <TopLine place="Workshop">
        <GroundSwitch />
        <Plain asChild display="inline-flex" alignItems="center">
          <Link href="/details">My details</Link>
        </Plain>
        <Plain asChild display="inline-flex" alignItems="center">
          <Link href="/read">Read a file</Link>
        </Plain>
      </TopLine>
      <PageMain
        title="Workshop"
        paddingX="5"
        paddingY="6"
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 7fr) minmax(0, 5fr)' }}
        columnGap="14"
        rowGap="8"
        maxWidth="80rem"
      >
        <CutOff />
        <Part title="Assignments">
          {assignments.map((one) => (
            <Flex key={one.id} borderTopWidth="1px" paddingY="3" gap="5" alignItems="center" wrap="wrap">
              <Box flex="1" minWidth="14em">
                <chakra.span fontFamily="heading" fontSize="1.3125rem">
                  <Link href={`/assignments/${one.id}/${one.photos > 0 ? 'describe' : 'prepare'}`}>
                    {one.name}
                  </Link>
                </chakra.span>
                <Box fontSize="0.875rem" color="soft">
                  {one.photos === 0 ? 'no pictures yet' : counted(one.photos, 'picture')}
                </Box>
              </Box>
              {one.photos > 0 && <GroupStrip counts={countCodes(one.strips)} />}
              {one.previews.length > 0 && <Previews urls={one.previews} />}
            </Flex>
          ))}
          {assignments.length === 0 && (
            <Box color="soft" paddingY="2">
              An assignment is one job: its pictures, its facts, the templates that go into it.{' '}
              {!standing
                ? 'Begin one here; make a template first if you like, so that your name is in every picture from the start.'
                : `“${standing.name}” goes into its pictures from the start. Next: name the job, the folder that its pictures come from, and the folder that they go to.`}
            </Box>
          )}
          <NewAssignment open={assignments.length === 0} />
        </Part>
        <Box display="grid" gridTemplateColumns="minmax(0, 1fr)" rowGap="8" alignContent="start">
          <Part title="Templates" act={<Link href="/templates">All templates</Link>}>
            {templates.map((one) => (
              <Entry
                key={one.id}
                href={`/templates/${one.id}`}
                name={one.name}
                words={`${one.kind === 'job' ? 'for one job' : 'standing'}, version ${one.version}`}
              />
            ))}
            {templates.length === 0 && <FirstTemplate />}
          </Part>
          <Part title="Receipts">
            {runs.slice(0, 6).map((run) => (
              <Entry
                key={run.id}
                href={`/runs/${run.id}`}
                name={`${runActs[run.act].name}: ${run.assignmentName}`}
                words={run.state === 'done' ? outcome(run.counts, run.act) : stateWords[run.state]}
              />
            ))}
            {runs.length === 0 && (
              <Box color="soft" fontSize="0.875rem" paddingY="1">
                Every run leaves a receipt here: what was written into which file.
              </Box>
            )}
          </Part>
          <Part title="Folders">
            {folders.map((one) => (
              <FolderRow key={one.id} folder={one} drops={drops.filter((drop) => drop.folderId === one.id)} />
            ))}
            {folders.length === 0 && (
              <Box color="soft" fontSize="0.875rem" paddingY="1">
                Fabrica touches only the folders that an assignment opens.
              </Box>
            )}
          </Part>
        </Box>
      </PageMain>
    </>
  );
}

function Previews({ urls }: { urls: readonly string[] }) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(6, minmax(0, 1fr))" gap="2" width="100%">
      {urls.map((url) => (
        <Box key={url} bg="field" aspectRatio="3 / 2">
          <chakra.img src={url} alt="" width="100%" height="100%" objectFit="contain" />
        </Box>
      ))}
    </Box>
  );
}

function Part({ title, act, children }: { title: string; act?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section">
      <Flex alignItems="baseline" justifyContent="space-between" marginBottom="1">
        <Box as="h2" fontSize="0.8125rem" fontWeight="600" color="woad">
          {title}
        </Box>
        {act && (
          <chakra.span fontSize="0.8125rem" color="woad" textDecoration="underline">
            {act}
          </chakra.span>
        )}
      </Flex>
      {children}
    </Box>
  );
}

function Entry({ href, name, words }: { href: string; name: string; words: string }) {
  return (
    <Flex borderTopWidth="1px" paddingY="1.5" fontSize="0.875rem" gap="4" justifyContent="space-between">
      <Link href={href}>{name}</Link>
      <chakra.span color="soft">{words}</chakra.span>
    </Flex>
  );
}

/** The two grounds: flax by day, vat by night; known only in the browser. */
function GroundSwitch() {
  const { resolvedTheme, setTheme } = useTheme();
  const [known, setKnown] = useState(false);
  useEffect(() => setKnown(true), []);
  if (!known) return null;
  const dark = resolvedTheme === 'dark';
  return (
    <chakra.button
      type="button"
      fontSize="0.875rem"
      color="soft"
      cursor="pointer"
      minHeight="1.5rem"
      onClick={() => setTheme(dark ? 'light' : 'dark')}
    >
      {dark ? 'Light theme' : 'Dark theme'}
    </chakra.button>
  );
}
