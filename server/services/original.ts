import type { MessageThread } from '#core/message/thread';
import type { QuotedPicture } from '../mail/show';
import type { StoredMessage } from '../mail/store/store';
import { runTask } from '../work/pool';
import type { Application } from './application';
import { UserError } from './errors';

/** The message a draft answers or passes on. Each part of it is read once, however often it is asked for. */
export interface Original {
  /** What an answer needs to know of it; null when there is none, or it is gone. */
  thread(): Promise<MessageThread | null>;
  /** @throws UserError 404 when it is gone */
  message(): Promise<StoredMessage>;
  /** What it says. @throws UserError when it is gone or cannot be read */
  quoted(): Promise<{ html: string; text: string; pictures: QuotedPicture[] }>;
}

function once<T>(read: () => Promise<T>): () => Promise<T> {
  let result: Promise<T> | undefined;
  return () => (result ??= read());
}

/** The message with this id, read when it is asked for. */
export function originalOf(app: Application, owner: string, id: string | null): Original {
  const message = once(() => app.mail(owner).get(id ?? ''));
  const thread = once(async () => {
    if (!id) return null;
    try {
      return (await message()).thread;
    } catch (error) {
      if (error instanceof UserError && error.status === 404) return null;
      throw error;
    }
  });
  const quoted = once(async () => runTask('quote', { raw: (await message()).raw }));
  return { thread, message, quoted };
}
