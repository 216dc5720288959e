import { WorkshopPage } from '@/features/workshop/WorkshopPage';
import { contextFor } from '@/server/context';
import { readWorkshop } from '@/server/operations/workshop/readWorkshop';

export const dynamic = 'force-dynamic';

export default async function Page() {
  return <WorkshopPage initial={await readWorkshop(contextFor('person'))} />;
}
