import type { ValidateFunction } from 'ajv';
import { FormatError } from '../../core/problems/problem';
import { config } from '../config';
import { type Context, contextFor } from '../context';
import { FileError } from '../files/fileError';
import { log } from '../log';
import { once } from '../operations/once';
import { databaseError } from '../problems/databaseErrors';
import { OperationError } from '../problems/errors';
import { problemWords } from '../problems/words';
import { jsonBody } from './body';
import { refusal } from './guard';
import { checkedIds } from './ids';
import { queryOf, refuseQuery } from './query';
import { enter } from './underWay';

/** What a route is given: everything of it is checked, and no operation sees a request. */
export interface Asked<Params, Query = undefined> {
  readonly context: Context;
  /** The ids in the address. */
  readonly params: Params;
  /** The JSON body by its schema, bounded while it is read. */
  readonly body: <T>(shape: ValidateFunction<T>) => Promise<T>;
  /** The query of the address by its schema. */
  readonly query: Query;
  /** Carries an act that begins something out once, by the key that comes with the request. */
  readonly once: <T>(work: (context: Context) => Promise<T>) => Promise<T>;
  /** For what is no JSON: bytes that are sent, and headers of caches. */
  readonly request: Request;
}

/** What is answered holds for now: no cache keeps it. */
const unkept = { 'cache-control': 'no-store' };

/** The header of a request that carries its key. */
const ACT_KEY = 'x-fabrica-act';

/** A route without a query: guarded, with its errors turned into answers that say what to do and leak nothing. */
export const endpoint = <Params = Record<string, never>>(
  answer: (asked: Asked<Params>) => Promise<unknown>,
): Route => route(answer, (url) => refuseQuery(url));

/** The same for a route whose query has a schema. */
export const queryEndpoint =
  <Query>(shape: ValidateFunction<Query>) =>
  <Params = Record<string, never>>(answer: (asked: Asked<Params, Query>) => Promise<unknown>): Route =>
    route(answer, (url) => queryOf(url, shape));

type Route = (request: Request, route: { params: Promise<unknown> }) => Promise<Response>;

function route<Params, Query>(
  answer: (asked: Asked<Params, Query>) => Promise<unknown>,
  readQuery: (url: string) => Query,
): Route {
  return async (request: Request, route: { params: Promise<unknown> }): Promise<Response> => {
    const refused = refusal(request, config().address);
    if (refused) return Response.json({ message: refused }, { status: 403 });
    let leave = () => {};
    try {
      leave = enter('requests');
      const context = contextFor('person');
      const act = `${request.method} ${new URL(request.url).pathname}`;
      const result = await answer({
        context,
        params: checkedIds((await route.params) as Record<string, string> | undefined) as Params,
        body: (shape) => jsonBody(request, shape),
        query: readQuery(request.url),
        once: (work) => once(context, request.headers.get(ACT_KEY), act, work),
        request,
      });
      return result instanceof Response ? result : Response.json(result ?? {}, { headers: unkept });
    } catch (error) {
      const { status, ...rest } = answerTo(error);
      // The unread rest of a body would delay the next request of the same connection.
      const isUnread = status === 408 || status === 413;
      return Response.json(rest, { status, headers: isUnread ? { ...unkept, connection: 'close' } : unkept });
    } finally {
      leave();
    }
  };
}

interface ErrorAnswer {
  readonly status: number;
  readonly message: string;
  readonly code?: string;
  readonly remedy?: string;
  readonly file?: string;
}

/** An error as it is answered: what, which file, what to do, and nothing else. */
export function answerTo(error: unknown): ErrorAnswer {
  const known = error instanceof OperationError ? error : databaseError(error);
  if (known) {
    const { status, message, code, remedy } = known;
    if (known !== error && status >= 500) log.error({ err: error }, 'the database failed');
    return { status, message, code, ...(remedy ? { remedy } : {}) };
  }
  if (error instanceof FileError)
    return {
      status: 422,
      message: `The file could not be used. ${problemWords({ code: error.code, severity: 'error', part: 'file' })}`,
      code: error.code,
      file: error.file,
    };
  if (error instanceof FormatError)
    return {
      status: 422,
      message: `The file could not be read. ${problemWords(error.problem)}`,
      code: error.problem.code,
    };
  log.error({ err: error }, 'request failed');
  return {
    status: 500,
    message:
      'Something in Fabrica failed. Try again; if it happens again, look into web.log in the data folder.',
  };
}
