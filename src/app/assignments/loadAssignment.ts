import { notFound } from 'next/navigation';
import { database } from '@/server/db/client';
import { type Assignment, readAssignment } from '@/server/operations/assignments/assignments';
import { OperationError } from '@/server/problems/operationError';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export async function loadAssignment(id: string): Promise<Assignment> {
  if (!UUID.test(id)) notFound();
  try {
    return await readAssignment(database(), id);
  } catch (error) {
    if (error instanceof OperationError) notFound();
    throw error;
  }
}
