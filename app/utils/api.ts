import type { ErrorData } from '#shared/types/wire';
import { otherWindows } from '~/utils/otherWindows';
import { isMissing, seeBuild } from '~/utils/release';
import { say, t } from '~/utils/words';

/** An answer that was not what was asked for. The message is for the user. */
export class ApiError extends Error {
  override name = 'ApiError';
  constructor(
    message: string,
    /** HTTP status; 0 when there was no answer at all. */
    readonly status: number,
    readonly data: Omit<ErrorData, 'words'>,
  ) {
    super(message);
  }
}

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  body?: unknown;
  query?: Record<string, string | number | boolean | undefined>;
  headers?: Record<string, string>;
  /** Lets the request outlive the page. */
  keepalive?: boolean;
}

/** What an answer that is none says. */
export function failureOf(status: number, data: ErrorData | undefined): ApiError {
  if (!status) return new ApiError(t('app.offline'), 0, { code: 'offline' });
  return new ApiError(data?.words ? say(data.words) : t('app.somethingWentWrong'), status, data ?? { code: 'unknown' });
}

/** What other windows have in memory too. */
const SHARED = /^\/(account|hands|imports|lookups|notes|people|routines|settings|shelves)\b/;

/** Asks the server, and tells other windows where something of theirs was changed. @throws ApiError with a message for the user */
export async function api<T>(path: string, options: Options = {}): Promise<T> {
  try {
    // The types that are made for every route are too deep for a path that is put together.
    const ask = $fetch as unknown as (path: string, options: object) => Promise<unknown>;
    const onResponse = ({ response }: { response: Response }) => seeBuild(response.headers.get('x-build'));
    const answer = (await ask(`/api${path}`, { ...options, onResponse })) as T;
    if ((options.method ?? 'GET') !== 'GET' && SHARED.test(path)) otherWindows().postMessage('changed');
    return answer;
  } catch (cause) {
    const error = cause as { status?: number; data?: { data?: ErrorData } };
    throw failureOf(error.status ?? 0, error.data?.data);
  }
}

/** The message of any error, for the user. */
export function messageOf(error: unknown): string {
  if (error instanceof ApiError) return error.message;
  return t(isMissing(error) ? 'app.partGone' : 'app.brokenWindow');
}
