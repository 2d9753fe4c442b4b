import type { H3Event } from 'h3';
import { ValidationError, type Schema } from 'yup';
import type { ErrorData } from '#shared/types/wire';
import { DocumentError } from '../../core/note/schema';
import type { Application } from '../services/application';
import { UserError } from '../services/errors';

interface Context {
  app: Application;
  /** The account signed in. */
  owner: string;
  /** The `id` of the route; empty where it has none. */
  id: string;
}

function answerError(error: unknown): Error {
  if (error instanceof UserError) {
    return createError({ statusCode: error.status, message: error.message, data: error.data });
  }
  if (error instanceof ValidationError) {
    const fields = Object.fromEntries(
      (error.inner.length ? error.inner : [error]).map((e) => [e.path ?? '', e.message]),
    );
    const data: ErrorData = { code: 'invalid', fields };
    return createError({ statusCode: 422, message: error.inner[0]?.message ?? error.message, data });
  }
  if (error instanceof DocumentError) {
    return createError({ statusCode: 422, message: error.message, data: { code: 'document' } satisfies ErrorData });
  }
  const { code = '', statusCode } = error as { code?: string; statusCode?: number };
  if (statusCode) return error as Error;
  console.error(error);
  const database = /^(ER_|ECONN|PROTOCOL_|ETIMEDOUT)/.test(code) || (error as Error).name === 'KnexTimeoutError';
  return createError({
    statusCode: database ? 503 : 500,
    message: database
      ? 'The database does not answer at the moment. What you wrote is kept here; try again shortly.'
      : 'Something went wrong on our side. What you wrote is kept here; try again.',
    data: { code: database ? 'database' : 'internal' } satisfies ErrorData,
  });
}

/** A route for anybody: opens the application and turns errors into answers with a message for the user. */
export function publicHandler<T>(work: (event: H3Event, app: Application) => Promise<T>) {
  return defineEventHandler(async (event) => {
    try {
      return await work(event, await useApplication());
    } catch (error) {
      throw answerError(error);
    }
  });
}

/** A route for the account signed in; 401 for anybody else. */
export function ownerHandler<T>(work: (event: H3Event, context: Context) => Promise<T>) {
  return publicHandler(async (event, app) => {
    const { user } = await getUserSession(event);
    if (!user) throw new UserError('Sign in first.', 401, { code: 'signed-out' });
    return work(event, { app, owner: user.id, id: getRouterParam(event, 'id') ?? '' });
  });
}

/** The body of a request as `schema` has it: unknown fields dropped. @throws ValidationError */
export async function bodyOf<T>(event: H3Event, schema: Schema<T>): Promise<T> {
  return schema.validate((await readBody(event)) ?? {}, { abortEarly: false, stripUnknown: true });
}

/** The query of a request as `schema` has it. @throws ValidationError */
export async function queryOf<T>(event: H3Event, schema: Schema<T>): Promise<T> {
  return schema.validate(getQuery(event), { abortEarly: false, stripUnknown: true });
}

/** The bytes of a request, read no further than `limit`. @throws UserError 413 with `message` when there are more. */
export async function rawBodyOf(event: H3Event, limit: number, message: string): Promise<Buffer> {
  const tooLarge = () => new UserError(message, 413, { code: 'too-large' });
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw tooLarge();
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of event.node.req) {
    size += (chunk as Buffer).length;
    if (size > limit) throw tooLarge();
    chunks.push(chunk as Buffer);
  }
  return Buffer.concat(chunks);
}

/**
 * Answers with one JSON line for each step of a long work. When the reader goes away, the work is stopped after its step.
 * @param broken the last line when the work fails
 */
export function progressLines<T>(event: H3Event, work: AsyncGenerator<T>, broken: T): ReadableStream<Uint8Array> {
  setResponseHeaders(event, { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' });
  const encoder = new TextEncoder();
  const line = (value: T) => encoder.encode(JSON.stringify(value) + '\n');
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const { value, done } = await work.next();
        if (done) controller.close();
        else controller.enqueue(line(value));
      } catch (error) {
        if (!event.node.req.destroyed) console.error(error);
        controller.enqueue(line(broken));
        controller.close();
      }
    },
    cancel: () => void work.return(undefined),
  });
}
