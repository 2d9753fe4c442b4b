import type { ErrorData } from '#shared/types/wire';

/** An answer that was not what was asked for. The message is for the user. */
export class ApiError extends Error {
  override name = 'ApiError';
  constructor(
    message: string,
    /** HTTP status; 0 when there was no answer at all. */
    readonly status: number,
    readonly data: ErrorData,
  ) {
    super(message);
  }
}

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  body?: unknown;
  query?: Record<string, string | number | boolean | undefined>;
  /** Lets the request outlive the page. */
  keepalive?: boolean;
}

/** Asks the server. @throws ApiError with a message for the user */
export async function api<T>(path: string, options: Options = {}): Promise<T> {
  try {
    return (await $fetch(`/api${path}`, options as Parameters<typeof $fetch>[1])) as T;
  } catch (cause) {
    const error = cause as { status?: number; data?: { message?: string; data?: ErrorData } };
    if (!error.status) {
      throw new ApiError('The server does not answer. What you wrote is kept in this browser.', 0, { code: 'offline' });
    }
    throw new ApiError(
      error.data?.message ?? 'Something went wrong.',
      error.status,
      error.data?.data ?? { code: 'unknown' },
    );
  }
}

/** The message of any error, for the user. */
export function messageOf(error: unknown): string {
  return error instanceof ApiError
    ? error.message
    : 'Something went wrong in this window. Reload it; what you wrote is kept.';
}
