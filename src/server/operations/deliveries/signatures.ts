import { asc, eq } from 'drizzle-orm';
import type { Context } from '../../context';
import { signatures } from '../../db/schema/deliveries';
import { failure, required } from '../../problems/errors';
import { outside } from '../../readers/readers';

export interface Signature {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

const columns = {
  id: signatures.id,
  name: signatures.name,
  width: signatures.width,
  height: signatures.height,
};

const MOST_KEPT = 50;

/** Images that may be drawn onto copies, by name. */
export async function listSignatures({ db }: Context): Promise<Signature[]> {
  return db.select(columns).from(signatures).orderBy(asc(signatures.name));
}

/** The image of a mark. */
export async function signatureImage({ db }: Context, id: string): Promise<Buffer> {
  const [row] = await db.select({ image: signatures.image }).from(signatures).where(eq(signatures.id, id));
  return Buffer.from(required(row, 'signature').image);
}

/** Keeps an image as a mark (drawnMark). */
export async function keepSignature(context: Context, name: string, bytes: Uint8Array): Promise<Signature> {
  const { image, width, height } = await outside('drawnMark', undefined, bytes);
  const kept = await context.db.select({ id: signatures.id }).from(signatures);
  if (kept.length >= MOST_KEPT) throw failure('too-many-signatures', { most: MOST_KEPT });
  const [row] = await context.db
    .insert(signatures)
    .values({ name: name.replace(/\.[^.]*$/, '').slice(0, 120) || 'signature', image, width, height })
    .returning(columns);
  return required(row, 'signature');
}

/** Removes an image; copies that carry it stay as they are. */
export async function removeSignature({ db }: Context, id: string): Promise<void> {
  await db.delete(signatures).where(eq(signatures.id, id));
}
