import { EmptyState } from '@/ui/EmptyState';

export default function NotFound() {
  return (
    <EmptyState heading="h1" title="Not here" act={{ href: '/', words: 'To the workshop page' }}>
      There is nothing at this address any more. It may have been removed, or the address is cut.
    </EmptyState>
  );
}
