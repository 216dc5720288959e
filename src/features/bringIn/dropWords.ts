import type { DropNotice } from '@/server/db/stored';

/** What waits in a drop folder, and why. */
export function dropWords({ held, refused }: DropNotice): string {
  const count = held.reduce((sum, one) => sum + one.count, 0);
  const makers = held.map((one) => one.maker).join(', ');
  const parts = [
    count > 0 && `${count} held back until it is said who ${makers} ${held.length === 1 ? 'is' : 'are'}.`,
    refused && `Nothing is brought in: ${refused}`,
  ];
  return parts.filter(Boolean).join(' ');
}
