import { Suspense } from 'react';
import { ReceiptsPage } from '@/features/receipts/ReceiptsPage';

export const metadata = { title: 'Receipts' };

export default function Page() {
  return (
    <Suspense>
      <ReceiptsPage />
    </Suspense>
  );
}
