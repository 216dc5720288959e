import { UpkeepPage } from '@/features/upkeep/UpkeepPage';

export const metadata = { title: 'Upkeep' };

export default function Page() {
  return <UpkeepPage />;
}
