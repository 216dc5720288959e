import { Suspense } from 'react';
import { FindPage } from '@/features/find/FindPage';

export const metadata = { title: 'Find' };

export default function Page() {
  return (
    <Suspense>
      <FindPage />
    </Suspense>
  );
}
