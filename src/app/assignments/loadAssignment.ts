import { notFound } from 'next/navigation';
import { contextFor } from '@/server/context';
import { isId } from '@/server/http/ids';
import { type Assignment, readAssignment } from '@/server/operations/assignments/assignments';
import { OperationError } from '@/server/problems/errors';

export async function loadAssignment(id: string): Promise<Assignment> {
  if (!isId(id)) notFound();
  try {
    return await readAssignment(contextFor('person'), id);
  } catch (error) {
    if (error instanceof OperationError) notFound();
    throw error;
  }
}
