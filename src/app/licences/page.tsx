import { Suspense } from 'react';
import { LicencesPage } from '@/features/deliver/LicencesPage';

export const metadata = { title: 'Licences' };

export default function Page() {
  return (
    <Suspense>
      <LicencesPage />
    </Suspense>
  );
}
