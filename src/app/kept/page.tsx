import { KeptPage } from '@/features/kept/KeptPage';

export const metadata = { title: 'What is kept' };

export default function Page() {
  return <KeptPage />;
}
