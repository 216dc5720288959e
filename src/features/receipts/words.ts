import type { Counts, RunKind, RunState } from './types';

export const runningWords: Readonly<Record<RunKind, string>> = {
  import: 'Bringing in',
  embed: 'Embedding',
  'take-back': 'Taking back',
};
export const runNames: Readonly<Record<RunKind, string>> = {
  import: 'Brought in',
  embed: 'Embedded',
  'take-back': 'Taken back',
};
export const stateWords: Readonly<Record<RunState, string>> = {
  waiting: 'waiting to begin',
  running: 'going on',
  stopped: 'stopped',
  done: 'finished',
};

export function total(counts: Counts): number {
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
}

export function outcome(counts: Counts): string {
  const parts = [
    counts.done && `${counts.done} written`,
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
