'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import type { Arrived } from '@/server/files/arrivals';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';

const PIECE = 8 * 1024 * 1024;
const AT_ONCE = 2;
const TRIES = 5;

export interface Sending {
  readonly files: number;
  readonly done: number;
  readonly bytes: number;
  readonly sent: number;
  readonly failed: readonly { readonly name: string; readonly why: string }[];
  /** What is sent just now. */
  readonly now: readonly string[];
}

/** The name with the folders that a dropped file came from. */
function nameOf(file: File): string {
  const dropped = (file as File & { path?: string; relativePath?: string }).path;
  return (file.webkitRelativePath || dropped || file.name).replace(/^\.?\//, '');
}

/** Sends files to the assignment's arrivals, in pieces, and goes on where a piece was cut off. */
export function useArrivals(assignment: Assignment) {
  const queries = useQueryClient();
  const [sending, setSending] = useState<Sending>();
  const stopped = useRef(false);
  const home = `assignments/${assignment.id}`;

  const sendOne = useCallback(
    async (file: File, notify: (bytes: number) => void) => {
      const query = new URLSearchParams({
        name: nameOf(file),
        size: String(file.size),
        modified: String(file.lastModified),
      });
      let { received } = await apiRequest<Arrived>(`${home}/arrivals?${query}`);
      notify(received);
      for (let tries = 0; received < file.size && !stopped.current; ) {
        const piece = file.slice(received, received + PIECE);
        try {
          const taken = await post(`/api/${home}/arrivals?${query}&offset=${received}`, piece);
          notify(taken.received - received);
          received = taken.received;
          tries = 0;
        } catch (error) {
          if (++tries >= TRIES || (error as { final?: boolean }).final) throw error;
          await new Promise((resolve) => setTimeout(resolve, 500 * 2 ** tries));
        }
      }
    },
    [home],
  );

  const send = useCallback(
    async (files: readonly File[]) => {
      if (files.length === 0) return;
      stopped.current = false;
      const bytes = files.reduce((sum, file) => sum + file.size, 0);
      setSending({ files: files.length, done: 0, bytes, sent: 0, failed: [], now: [] });
      const change = (part: (before: Sending) => Partial<Sending>) =>
        setSending((before) => before && { ...before, ...part(before) });
      const waiting = [...files];
      const next = async (): Promise<void> => {
        for (let file = waiting.shift(); file && !stopped.current; file = waiting.shift()) {
          const name = nameOf(file);
          change(({ now }) => ({ now: [...now, name] }));
          await sendOne(file, (more) => change(({ sent }) => ({ sent: sent + more }))).catch((error: Error) =>
            change(({ failed }) => ({ failed: [...failed, { name, why: error.message }] })),
          );
          change(({ done, now }) => ({ done: done + 1, now: now.filter((one) => one !== name) }));
        }
      };
      await Promise.all(Array.from({ length: AT_ONCE }, next));
      const changed = await apiRequest<Assignment>(`${home}/source`, 'PUT', { arrivals: true });
      await takeAnswer(queries, queryKeys.assignment(assignment.id), changed);
      await refresh(queries, { queryKey: queryKeys.source() });
      setSending((before) => (before && before.failed.length > 0 ? before : undefined));
    },
    [assignment.id, home, queries, sendOne],
  );
  const stop = useCallback(() => {
    stopped.current = true;
  }, []);
  return { sending, send, stop, forget: () => setSending(undefined) };
}

async function post(url: string, piece: Blob): Promise<Arrived> {
  const response = await fetch(url, { method: 'POST', body: piece });
  const answer = (await response.json().catch(() => ({}))) as Arrived & { message?: string };
  if (!response.ok)
    throw Object.assign(new Error(answer.message ?? 'It could not be sent.'), {
      final: response.status < 500,
    });
  return answer;
}
