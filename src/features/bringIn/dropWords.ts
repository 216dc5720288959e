import { agrees, counted } from '@/core/wording/counts';
import type { DropNotice } from '@/server/db/stored/assignments';

/** What waits in a drop folder, and why. */
export function dropWords({ held, refused }: DropNotice): string {
  const count = held.reduce((sum, one) => sum + one.count, 0);
  const makers = held.map((one) => one.maker).join(', ');
  const parts = [
    count > 0 &&
      `${counted(count, 'picture')} set aside until you say who ${makers} ${agrees(held.length, 'is', 'are')}.`,
    refused && `Nothing is brought in: ${refused}`,
  ];
  return parts.filter(Boolean).join(' ');
}
