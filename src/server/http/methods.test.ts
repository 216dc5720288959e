import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { refuseUnknownMethods } from './methods';

test('known methods are answered, all others refused', async () => {
  const server = createServer((_, response) => response.end('here'));
  refuseUnknownMethods(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const ask = (method: string) =>
    new Promise<number>((resolve, reject) =>
      request({ port, host: '127.0.0.1', method }, (answer) => {
        answer.resume();
        resolve(answer.statusCode ?? 0);
      })
        .on('error', reject)
        .end(),
    );
  for (const method of ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'])
    expect([method, await ask(method)]).toEqual([method, 200]);
  for (const method of ['TRACE', 'PROPFIND', 'PURGE', 'SEARCH', 'MKCOL'])
    expect([method, await ask(method)]).toEqual([method, 405]);
  server.close();
});
