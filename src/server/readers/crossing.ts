import { FormatError, type Problem } from '../../core/problems/problem';
import { FileError, type FileErrorCode } from '../files/fileError';
import { type ErrorCode, OperationError } from '../problems/errors';
import { TemplateFileError } from '../templates/templateFile';

/** An error on its way from a reader process: what it was there, it is here again. */
export type SentError =
  | { readonly as: 'format'; readonly problem: Problem }
  | { readonly as: 'file'; readonly code: FileErrorCode; readonly file: string }
  | { readonly as: 'operation'; readonly code: ErrorCode; readonly details: unknown }
  | { readonly as: 'template'; readonly message: string }
  | { readonly as: 'defect'; readonly name: string; readonly stack: string };

export function sentError(error: unknown): SentError {
  if (error instanceof FormatError) return { as: 'format', problem: error.problem };
  if (error instanceof FileError) return { as: 'file', code: error.code, file: error.file };
  if (error instanceof OperationError) return { as: 'operation', code: error.code, details: error.details };
  if (error instanceof TemplateFileError) return { as: 'template', message: error.message };
  const { name, stack = '' } = error instanceof Error ? error : new Error('no error');
  return { as: 'defect', name, stack };
}

export function receivedError(sent: SentError): Error {
  switch (sent.as) {
    case 'format':
      return new FormatError(sent.problem.code, sent.problem.part, sent.problem);
    case 'file':
      return new FileError(sent.code, sent.file);
    case 'operation':
      return new OperationError(sent.code, sent.details);
    case 'template':
      return new TemplateFileError(sent.message);
    default:
      return Object.assign(new Error('a reader process failed'), { name: sent.name, stack: sent.stack });
  }
}
