import { type PreviewSide, preview, previewSides } from './preview';

export async function previewResponse(
  request: Request,
  file: string,
  identity?: string | null,
): Promise<Response> {
  const asked = Number(new URL(request.url).searchParams.get('side') ?? previewSides[0]);
  const side: PreviewSide = previewSides.find((one) => one >= asked) ?? previewSides[1];
  try {
    const bytes = await preview(file, side, identity);
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  } catch {
    return Response.json({ message: 'This picture cannot be shown.' }, { status: 422 });
  }
}
