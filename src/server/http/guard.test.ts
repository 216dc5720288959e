import { refusal } from './guard';

const address = 'http://127.0.0.1:4400';
const ask = (method: string, headers: Record<string, string>) =>
  refusal({ method, headers: new Headers(headers) }, address);

test.each([
  ['GET', { host: '127.0.0.1:4400' }],
  ['GET', { host: 'localhost:4400' }],
  ['POST', { host: '127.0.0.1:4400', origin: 'http://127.0.0.1:4400' }],
  ['GET', { host: '127.0.0.1:4400', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }],
])('%s %j is let in', (method, headers) => {
  expect(ask(method, headers as Record<string, string>)).toBeUndefined();
});

test.each([
  ['a foreign name', 'GET', { host: 'evil.example:4400' }],
  ['another port', 'GET', { host: '127.0.0.1:80' }],
  ['no name', 'GET', {}],
  ['a foreign origin', 'POST', { host: '127.0.0.1:4400', origin: 'https://evil.example' }],
  ['a foreign origin reading', 'GET', { host: '127.0.0.1:4400', origin: 'https://evil.example' }],
  ['an opaque origin', 'POST', { host: '127.0.0.1:4400', origin: 'null' }],
  ['no origin on a change', 'POST', { host: '127.0.0.1:4400' }],
  [
    'an embedded foreign request',
    'GET',
    { host: '127.0.0.1:4400', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' },
  ],
])('%s is refused', (_, method, headers) => {
  expect(ask(method, headers as Record<string, string>)).toBeDefined();
});
