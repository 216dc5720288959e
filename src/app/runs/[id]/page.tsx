import { ReceiptPage } from '@/features/receipts/ReceiptPage';

export const metadata = { title: 'Receipt' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ReceiptPage id={(await params).id} />;
}
