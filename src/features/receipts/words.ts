import { counted, formatNumber } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { FileMatch } from '@/server/files/matchFiles';
import { runActs } from '@/server/runs/runActs';
import type { Counts, Receipt, ReceiptItem, RunAct, RunState } from './types';

const itemStates = {
  waiting: 'to come',
  unchanged: 'already right',
  failed: 'failed',
  undone: 'undone since',
} as const;

/** Of one file whose act was undone. */
const undoneWords: Readonly<Record<RunAct, string>> = {
  copy: 'moved aside, as it was brought in',
  move: 'moved aside, its source made again',
  'take-up': 'left the assignment, not changed',
  embed: 'as it was before',
  deliver: 'copies removed',
  undo: 'done again',
};

export function itemWords(
  { act, undone }: Pick<Receipt, 'act' | 'undone'>,
  state: ReceiptItem['state'],
): string {
  if (state !== 'done') return itemStates[state];
  return act === 'undo' && undone ? undoneWords[undone] : runActs[act].done;
}

export const stateWords: Readonly<Record<RunState, string>> = {
  waiting: 'waiting to begin',
  running: 'going on',
  stopped: 'stopped',
  done: 'finished',
};

/** "Undone", or "Done again" where an undo was undone. */
export const runName = ({ act, undone }: Pick<Receipt, 'act' | 'undone'>): string =>
  undone === 'undo' ? 'Done again' : runActs[act].name;

/** Who asked for a run: "asked for by aune"; nothing where that was not kept. */
export function askedBy({
  askedBy: kind,
  askedByName: name,
}: Pick<Receipt, 'askedBy' | 'askedByName'>): string {
  if (kind === 'worker') return 'by itself, from a drop folder';
  if (kind === '') return '';
  return name === '' ? 'asked for here' : `asked for by ${name}`;
}

export function total(counts: Counts): number {
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
}

export function outcome(counts: Counts, act: RunAct): string {
  const parts = [
    counts.done && `${formatNumber(counts.done)} ${runActs[act].counted}`,
    counts.unchanged && `${formatNumber(counts.unchanged)} already right`,
    counts.undone && `${formatNumber(counts.undone)} undone since`,
    counts.failed && `${formatNumber(counts.failed)} failed`,
    counts.waiting && `${formatNumber(counts.waiting)} not done`,
  ].filter(Boolean);
  return parts.join(', ') || 'nothing done';
}

/** What undoing a run will do, before it is done. */
export function undoWords({
  act,
  undone,
  kept,
  fetchedAt,
}: Pick<Receipt, 'act' | 'undone' | 'kept' | 'fetchedAt'>): string[] {
  const drafted =
    kept && kept.drafted > 0
      ? [
          `${counted(kept.drafted, 'picture has', 'pictures have')} text that is not embedded yet. It is kept with this run.`,
        ]
      : [];
  const aside = `The files move to “${kept?.folder}”, and the pictures leave the assignment. Nothing is deleted, and a file that was changed since stays where it is.`;
  switch (act) {
    case 'copy':
      return [aside, ...drafted];
    case 'move':
      return [
        aside,
        'Their sources, which were removed when they were moved, are made again byte for byte where they came from. The receipt names those for which that folder is missing or cannot be written.',
        ...drafted,
      ];
    case 'take-up':
      return ['The pictures leave the assignment. Their files stay where they are, as they are.', ...drafted];
    case 'embed':
      return [
        'Each file gets back exactly the bytes that it had before. What was embedded becomes drafts again.',
      ];
    case 'deliver':
      return [
        'The copies are removed from their folder, or from the archive to download. A copy that was changed since is not removed, and the receipt names it. The pictures themselves are not touched.',
        `${fetchedAt ? `The archive was downloaded on ${formatDateTime(fetchedAt)}: its copies are out of reach.` : 'Copies that somebody took out of the folder are out of reach.'} To deliver again, start a new delivery.`,
      ];
    case 'undo':
      return undone === 'embed'
        ? ['What was undone is written into the files once more.']
        : ['The files move back to where they were, with everything written about them.'];
  }
}

/** What there is of the copies of a delivery before it is undone. */
export function copiesWords({ same, differing, absent, examples }: FileMatch): string {
  const rest = [
    differing > 0 &&
      `${formatNumber(differing)} changed since: ${differing === 1 ? 'it stays' : 'they stay'}`,
    absent > 0 && `${formatNumber(absent)} not there any more`,
  ].filter(Boolean);
  const named = differing + absent > examples.length ? [...examples, '…'] : examples;
  const all = `${counted(same, 'copy is', 'copies are')} there and will be removed`;
  return rest.length > 0 ? `${all}; ${rest.join(', ')} (${named.join(', ')}).` : `${all}.`;
}

/** What this part of the interface says; browser tests import it. */
export const labels = {
  findItsPictures: 'Find its pictures',
  thisReceipt: 'This receipt',
  whatWasDelivered: 'What was delivered',
  allReceipts: 'all receipts',
  beforeAfterNow: 'before, after, now …',
  cSV: 'CSV',
  compareWithPublished: 'compare with published copies',
  doItAgain: 'Do it again',
  downloadTheArchive: 'Download the archive',
  kind: 'Kind',
  noReceiptsMatch: 'No receipts match.',
  nothingChosen: 'Nothing chosen',
  pause: 'Pause',
  reportToPrint: 'report to print',
  stopAfterTheFilesInProgress: 'Stop after the files in progress',
  to: 'to',
  undoThisFileAlone: 'undo this file alone …',
  undoThisRun: 'Undo this run',
  viewMetadata: 'View metadata',
} as const;
