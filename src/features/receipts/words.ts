import type { Counts, ReceiptItem, RunAct, RunState } from './types';

export const runningWords: Readonly<Record<RunAct, string>> = {
  copy: 'Bringing in',
  move: 'Moving in',
  'take-up': 'Taking up',
  embed: 'Embedding',
  'take-back': 'Taking back',
};
export const runNames: Readonly<Record<RunAct, string>> = {
  copy: 'Brought in',
  move: 'Moved in',
  'take-up': 'Taken up',
  embed: 'Embedded',
  'take-back': 'Taken back',
};
/** What a run did to a file that it is done with. */
const doneWords: Readonly<Record<RunAct, string>> = {
  copy: 'written and read back',
  move: 'moved and read back',
  'take-up': 'taken up, not written',
  embed: 'written and read back',
  'take-back': 'as it was before',
};
const doneCounted: Readonly<Record<RunAct, string>> = {
  copy: 'copied',
  move: 'moved',
  'take-up': 'taken up where they are, nothing written',
  embed: 'written',
  'take-back': 'brought back',
};
const itemStates = {
  waiting: 'to come',
  unchanged: 'already right',
  failed: 'failed',
  'taken-back': 'taken back',
} as const;

export function itemWords(act: RunAct, state: ReceiptItem['state']): string {
  return state === 'done' ? doneWords[act] : itemStates[state];
}

export const stateWords: Readonly<Record<RunState, string>> = {
  waiting: 'waiting to begin',
  running: 'going on',
  stopped: 'stopped',
  done: 'finished',
};

export function total(counts: Counts): number {
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
}

export function outcome(counts: Counts, act: RunAct): string {
  const parts = [
    counts.done && `${counts.done} ${doneCounted[act]}`,
    counts.unchanged && `${counts.unchanged} already right`,
    counts['taken-back'] && `${counts['taken-back']} taken back`,
    counts.failed && `${counts.failed} failed`,
    counts.waiting && `${counts.waiting} not done`,
  ].filter(Boolean);
  return parts.join(', ') || 'nothing done';
}

/** "12 a second, about 40 s left". */
export function pace(perSecond: number, waiting: number): string {
  if (perSecond <= 0) return 'under way';
  const left = Math.ceil(waiting / perSecond);
  const rate =
    perSecond >= 1 ? `${perSecond.toFixed(1)} a second` : `${(perSecond * 60).toFixed(0)} a minute`;
  return waiting === 0
    ? rate
    : `${rate}, about ${left < 90 ? `${left} s` : `${Math.ceil(left / 60)} min`} left`;
}
