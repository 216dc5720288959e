import { KeptPage } from '@/features/kept/KeptPage';

export const metadata = { title: 'Storage' };

export default function Page() {
  return <KeptPage />;
}
