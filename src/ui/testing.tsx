import { ChakraProvider } from '@chakra-ui/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type RenderResult, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { system } from './theme';

/** What a component needs around it in a test. A window's queries are its own. */
export function inWindow(queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })) {
  return function Window({ children }: { children: ReactNode }) {
    return (
      <QueryClientProvider client={queries}>
        <ChakraProvider value={system}>{children}</ChakraProvider>
      </QueryClientProvider>
    );
  };
}

export const show = (element: ReactNode): RenderResult => render(element, { wrapper: inWindow() });

/** Answers requests by path; everything that was asked is kept. */
export function answering(answers: Readonly<Record<string, unknown>>) {
  const asked: { method: string; path: string; body: unknown; key: string | null }[] = [];
  global.fetch = jest.fn(async (input: unknown, init: RequestInit = {}) => {
    const path = String(input).replace('/api/', '');
    const headers = new Headers(init.headers);
    asked.push({
      method: init.method ?? 'GET',
      path,
      body: init.body ? JSON.parse(String(init.body)) : undefined,
      key: headers.get('x-fabrica-act'),
    });
    const answer = answers[path];
    const status = answer instanceof Error ? 409 : answer === undefined ? 404 : 200;
    const body = answer instanceof Error ? { message: answer.message } : (answer ?? { message: 'Not here.' });
    return { ok: status === 200, status, json: async () => body } as Response;
  }) as typeof fetch;
  return asked;
}
