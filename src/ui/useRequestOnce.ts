'use client';

import { useCallback, useRef } from 'react';
import { apiRequest } from './api';

/** A second press within this time after the answer counts as the same act. */
const SAME_ACT_MS = 10_000;

/**
 * `ask` for acts that begin something. The same request, pressed twice or sent again, carries the same key:
 * the server carries it out once and gives the same answer again.
 */
export function useRequestOnce() {
  const keys = useRef(new Map<string, string>());
  return useCallback(async <T>(path: string, method: 'POST' | 'PUT', body?: unknown): Promise<T> => {
    const request = `${method} ${path} ${JSON.stringify(body ?? null)}`;
    const key = keys.current.get(request) ?? newKey();
    keys.current.set(request, key);
    const answer = await apiRequest<T>(path, method, body, key);
    setTimeout(() => keys.current.delete(request), SAME_ACT_MS);
    return answer;
  }, []);
}

/** A key of an act, as the server takes it. */
export function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (octet) =>
    octet.toString(16).padStart(2, '0'),
  ).join('');
}
