import { BackupsPage } from '@/features/backups/BackupsPage';

export const metadata = { title: 'Backups' };

export default function Page() {
  return <BackupsPage />;
}
