import { eq } from 'drizzle-orm';
import { ReadPage } from '@/features/readout/ReadPage';
import { isDemo } from '@/server/card/simulatedCard';
import { database } from '@/server/db/client';
import { photos } from '@/server/db/schema/photos';

export const metadata = { title: 'Read a file' };
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export default async function Page({ searchParams }: { searchParams: Promise<{ photo?: string }> }) {
  const { photo: id = '' } = await searchParams;
  const [photo] = UUID.test(id)
    ? await database()
        .select({ id: photos.id, name: photos.name, assignmentId: photos.assignmentId })
        .from(photos)
        .where(eq(photos.id, id))
    : [];
  return <ReadPage key={id} photo={photo} isDemo={isDemo()} />;
}
