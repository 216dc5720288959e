const PROFILES = ['keeps-xmp', 'keeps-iim', 'strips-all', 'renames-and-resizes'] as const;

/**
 * A file through the HTTP interface: to the simulated site, which reads, plans and writes it or decodes it, as a template and as
 * a signature. Every answer is one that was meant, and Fabrica is well behind it. Throws where it is otherwise.
 */
export function surviveOverHttp(address: string) {
  const send = (path: string, body: Uint8Array) =>
    fetch(`${address}/api/${path}`, {
      method: 'POST',
      headers: { origin: address },
      body: new Uint8Array(body),
      signal: AbortSignal.timeout(90_000),
    });
  let turn = 0;
  return async (file: Uint8Array, name: string): Promise<string> => {
    const query = new URLSearchParams({ name, profile: PROFILES[turn++ % PROFILES.length]! });
    const asked = [`site?${query}`, `templates/file?${new URLSearchParams({ name })}`];
    if (turn % 10 === 0) asked.push(`signatures?${new URLSearchParams({ name })}`);
    const fates: string[] = [];
    for (const path of asked) {
      const answer = await send(path, file);
      const { status } = answer;
      const text = await answer.text();
      if (![200, 400, 413, 422].includes(status)) throw new Error(`${path}: ${status} ${text.slice(0, 300)}`);
      fates.push(String(status));
    }
    if (turn % 50 === 0) {
      const { well } = (await (await fetch(`${address}/api/health`)).json()) as { well: boolean };
      if (!well) throw new Error('Fabrica is not well');
    }
    return `${fates[0]} by the site`;
  };
}
