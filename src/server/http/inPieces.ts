/**
 * A text told as it comes about. The first piece is waited for, so that what fails at once is an ordinary error; what
 * fails later breaks the answer off, and the browser says that the file is not whole.
 */
export async function inPieces(
  pieces: AsyncGenerator<string>,
  { mediaType, name }: { readonly mediaType: string; readonly name: string | undefined },
): Promise<Response> {
  return new Response(await streamOf(pieces), {
    headers: {
      'content-type': `${mediaType}; charset=utf-8`,
      ...(name ? { 'content-disposition': `attachment; filename="${name}"` } : {}),
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
}

/** Pieces of a text as a stream, made as it is read. Throws what fails before the first one. */
export async function streamOf(pieces: AsyncGenerator<string>): Promise<ReadableStream<Uint8Array>> {
  const encoder = new TextEncoder();
  let next: IteratorResult<string> | undefined = await pieces.next();
  let isRead = true;
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const piece = next ?? (await pieces.next());
      next = undefined;
      // Who asked has gone away meanwhile.
      if (!isRead) return;
      if (piece.done) controller.close();
      else controller.enqueue(encoder.encode(piece.value));
    },
    cancel: () => {
      isRead = false;
      void pieces.return(undefined);
    },
  });
}
