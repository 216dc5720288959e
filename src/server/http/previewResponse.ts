import { cachedPreview, type PreviewSide, previewSides } from '../previews/makePreview';
import { preview } from '../previews/preview';
import { isPastLimit } from '../readers/readers';

const headers = { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' };
const cannotShow = () => Response.json({ message: 'This picture cannot be shown.' }, { status: 422 });

/** The cached preview of a picture whose file is missing or holds another now. */
export async function formerPreviewResponse(identity: string | undefined): Promise<Response> {
  const bytes = identity && (await cachedPreview(identity, previewSides[0]));
  return bytes ? new Response(new Uint8Array(bytes), { headers }) : cannotShow();
}

/** A picture as WebP, its longer side at least `asked` pixels where one of that size is made. */
export async function previewResponse(
  file: string,
  asked: number = previewSides[0],
  identity?: string | null,
): Promise<Response> {
  const side: PreviewSide = previewSides.find((one) => one >= asked) ?? previewSides.at(-1)!;
  try {
    const bytes = await preview(file, side, identity);
    return new Response(new Uint8Array(bytes), { headers });
  } catch (error) {
    if (isPastLimit(error)) throw error;
    return cannotShow();
  }
}
