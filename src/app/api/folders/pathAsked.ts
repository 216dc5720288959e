import { OperationError } from '@/server/problems/operationError';

const LONGEST_PATH = 4096;

/** The path that a request asks about. */
export function pathAsked(request: Request): string {
  const path = new URL(request.url).searchParams.get('path') ?? '';
  if (path.length > LONGEST_PATH) throw new OperationError('This path is too long.', 422);
  return path.trim();
}
