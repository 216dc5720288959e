import type { FileText } from '../operations/templates/templateFiles';

/** A text as a file that the browser saves, under its name in full (RFC 6266, RFC 8187). */
export function download({ text, name, mediaType }: FileText): Response {
  const plain = name.replace(/[^\x20-\x7e]|["\\/]/g, '_');
  return new Response(text, {
    headers: {
      'content-type': `${mediaType}; charset=utf-8`,
      'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
}
