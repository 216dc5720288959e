/**
 * Keeps other sites out: a browser that was led to another name (DNS rebinding) sends a foreign Host, a
 * page of another site a foreign Origin. Both are refused before anything is read.
 */
export function refusal(request: { method: string; headers: Headers }, address: string): string | undefined {
  const own = allowedHosts(address);
  const host = request.headers.get('host') ?? '';
  if (!own.has(host)) return 'This address is not Fabrica’s.';
  const origin = request.headers.get('origin');
  if (origin !== null && !own.has(hostOf(origin))) return 'Requests from other sites are refused.';
  if (
    request.headers.get('sec-fetch-site') === 'cross-site' &&
    request.headers.get('sec-fetch-mode') !== 'navigate'
  )
    return 'Requests from other sites are refused.';
  const changes = request.method !== 'GET' && request.method !== 'HEAD';
  if (changes && origin === null) return 'A request that changes something must name its origin.';
  return undefined;
}

function allowedHosts(address: string): Set<string> {
  const { port } = new URL(address);
  return new Set(['127.0.0.1', 'localhost', '[::1]'].map((name) => (port ? `${name}:${port}` : name)));
}

function hostOf(origin: string): string {
  try {
    const { protocol, host } = new URL(origin);
    return protocol === 'http:' || protocol === 'https:' ? host : '';
  } catch {
    return '';
  }
}
