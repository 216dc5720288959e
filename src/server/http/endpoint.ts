import { FormatError } from '../../core/problems/problem';
import { config } from '../config';
import { type Database, database } from '../db/client';
import { FileError } from '../files/fileError';
import { log } from '../log';
import { once } from '../operations/once';
import { OperationError } from '../problems/operationError';
import { refusal } from './guard';

interface Asked<Params> {
  readonly db: Database;
  readonly request: Request;
  readonly params: Params;
  /** Carries an act that begins something out once, by the key that comes with the request. */
  readonly once: <T>(work: (db: Database) => Promise<T>) => Promise<T>;
}

/** The header of a request that carries its key. */
const ACT_KEY = 'x-fabrica-act';

/** A route: guarded, with its errors turned into answers that tell what to do and leak nothing. */
export function endpoint<Params = Record<string, never>>(answer: (asked: Asked<Params>) => Promise<unknown>) {
  return async (request: Request, context: { params: Promise<unknown> }): Promise<Response> => {
    const refused = refusal(request, config().address);
    if (refused) return Response.json({ message: refused }, { status: 403 });
    try {
      const db = database();
      const act = `${request.method} ${new URL(request.url).pathname}`;
      const result = await answer({
        db,
        request,
        params: (await context.params) as Params,
        once: (work) => once(db, request.headers.get(ACT_KEY), act, work),
      });
      return result instanceof Response ? result : Response.json(result ?? {});
    } catch (error) {
      return failed(error);
    }
  };
}

function failed(error: unknown): Response {
  const { status, ...told } = problemOf(error);
  return Response.json(told, { status });
}

interface Told {
  readonly status: number;
  readonly message: string;
  readonly code?: string;
  readonly file?: string;
}

/** An error as it is told outside: what, which file, what to do, and nothing else. */
export function problemOf(error: unknown): Told {
  if (error instanceof OperationError) return { status: error.status, message: error.message };
  if (error instanceof FileError)
    return { status: 422, message: 'The file could not be used.', code: error.code, file: error.file };
  if (error instanceof FormatError)
    return { status: 422, message: 'The file could not be read.', code: error.problem.code };
  log.error(
    { err: error instanceof Error ? { name: error.name, stack: error.stack } : undefined },
    'request failed',
  );
  return {
    status: 500,
    message: 'Something in Fabrica failed. Try again; if it stays, look into web.log in the data folder.',
  };
}
