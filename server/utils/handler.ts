import { withoutExcess } from '#shared/schemas/list';
import { fieldProblems, firstProblem } from '#shared/schemas/problems';
import type { H3Event } from 'h3';
import { ValidationError, type Schema } from 'yup';
import type { ErrorData } from '#shared/types/wire';
import { DocumentError, isTooDeep } from '#core/note/schema';
import { fileSize } from '#core/number/size';
import type { Application } from '../services/application';
import { isMisfit, isOutage } from '../db/connect';
import { notFound, UserError } from '../services/errors';
import { noteFault } from '../services/fault';
import { seeSession } from '../services/sessions';
import { phrase, type Phrase } from '#core/text/phrase';

interface Context {
  app: Application;
  /** The account signed in. */
  owner: string;
  /** The session it is signed in with. */
  session: string;
  /** The `id` of the route; empty where it has none. */
  id: string;
}

/** An error as it is answered: its phrase, and what goes with it. */
export const errorAnswer = (statusCode: number, words: Phrase, data: Omit<ErrorData, 'words'>) =>
  createError({ statusCode, message: words.code, data: { ...data, words } satisfies ErrorData });

function answerError(error: unknown): Error {
  if (error instanceof UserError) {
    return errorAnswer(error.status, error.phrase, error.data);
  }
  if (error instanceof ValidationError) {
    return errorAnswer(422, firstProblem(error), { code: 'invalid', fields: fieldProblems(error) });
  }
  if (error instanceof DocumentError) {
    return errorAnswer(422, error.phrase, { code: 'document' });
  }
  if ((error as { statusCode?: number }).statusCode) return error as Error;
  noteFault('Request', error);
  // Looked at first: a packet that is too large is what was sent, though it ends the connection.
  if (isMisfit(error)) return errorAnswer(422, phrase('error.misfit'), { code: 'invalid' });
  if (isOutage(error)) return errorAnswer(503, phrase('error.database'), { code: 'database' });
  return errorAnswer(500, phrase('error.internal'), { code: 'internal' });
}

/** A route for anybody: opens the application and turns errors into answers that say what is wrong. */
export function publicHandler<T>(work: (event: H3Event, app: Application) => Promise<T>) {
  return defineEventHandler(async (event) => {
    try {
      checkParams(event);
      return await work(event, await useApplication());
    } catch (error) {
      throw answerError(error);
    }
  });
}

/** A route for the account signed in; 401 for anybody else. */
export function ownerHandler<T>(work: (event: H3Event, context: Context) => Promise<T>) {
  return publicHandler(async (event, app) => {
    const user = await userOf(event);
    if (!user?.session || !(await seeSession(app, user.id, user.session)))
      throw new UserError(phrase('error.signedOut'), 401, { code: 'signed-out' });
    return work(event, { app, owner: user.id, session: user.session, id: getRouterParam(event, 'id') ?? '' });
  });
}

/** The forms of what stands in addresses: ids, digests of files, numbers. */
const PARAMS: Record<string, RegExp> = {
  id: /^[0-9a-z]{26}$/,
  answer: /^[0-9a-z]{26}$/,
  file: /^[0-9a-f]{64}$/,
  index: /^\d{1,6}$/,
  position: /^\d{1,9}$/,
  format: /^[a-z]{1,10}$/,
};

/** What cannot be an id names nothing, and the database is not asked about it. */
function checkParams(event: H3Event): void {
  for (const [name, value] of Object.entries(event.context.params ?? {}))
    if (PARAMS[name] && !PARAMS[name].test(value)) throw notFound('page');
}

/** What a body may have where nothing else is said, in bytes. */
const ORDINARY = 1_000_000;
/** The same for wording with its answers, and for a lookup with its rows. */
export const DOCUMENT_BYTES = 8_000_000;
export const TABLE_BYTES = 10_000_000;
const unreadable = () => new UserError(phrase('error.request'), 400, { code: 'invalid' });

/**
 * The body of a request as `schema` has it: unknown fields dropped. It is read no further than `limit`.
 * @throws UserError 413 when it is larger, 400 when it is no JSON; ValidationError when it is not as it should be
 */
export async function bodyOf<T>(event: H3Event, schema: Schema<T>, limit = ORDINARY): Promise<T> {
  const bytes = await rawBodyOf(event, limit, phrase('error.bodyTooLarge', { limit: fileSize(limit) }));
  let json: unknown = {};
  try {
    if (bytes.length) json = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw unreadable();
  }
  if (isTooDeep(json)) throw unreadable();
  return validated(schema, json ?? {});
}

/** The query of a request as `schema` has it. @throws ValidationError */
export async function queryOf<T>(event: H3Event, schema: Schema<T>): Promise<T> {
  return validated(schema, getQuery(event));
}

async function validated<T>(schema: Schema<T>, value: unknown): Promise<T> {
  try {
    return await schema.validate(withoutExcess(schema, value), {
      abortEarly: false,
      stripUnknown: true,
      // A trace of each of hundreds of problems takes longer than finding them.
      disableStackTrace: true,
    });
  } catch (error) {
    if (error instanceof ValidationError) throw error;
    // A schema that stumbles over what it is given has not accepted it.
    noteFault('Schema', error);
    throw new UserError(phrase('invalid.unreadable'), 422, { code: 'invalid' });
  }
}

/** The bytes of a request, read no further than `limit`. @throws UserError 413 with `words` when there are more. */
export async function rawBodyOf(event: H3Event, limit: number, words: Phrase): Promise<Buffer> {
  const tooLarge = () => {
    // What is still coming is not waited for.
    setResponseHeader(event, 'Connection', 'close');
    return new UserError(words, 413, { code: 'too-large' });
  };
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
        if (!event.node.req.destroyed) noteFault('Progress', error);
        controller.enqueue(line(broken));
        controller.close();
      }
    },
    cancel: () => void work.return(undefined),
  });
}
