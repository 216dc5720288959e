/** The files that belong to a photo beside the one that stands for it: "+ raw + sidecar". */
export function otherFiles({ raw, sidecar }: { raw?: string; sidecar?: string }): string | undefined {
  const words = [raw && '+ raw', sidecar && '+ sidecar'].filter(Boolean);
  return words.length > 0 ? words.join(' ') : undefined;
}
