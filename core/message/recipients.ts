import { addressParser } from 'postal-mime';
import type { Mailbox } from './address';

/**
 * Reads what a person typed or pasted as recipients: "Ada Marsh <ada@x.example>, b@y.example", with groups opened
 * (RFC 5322 3.4), semicolons and line breaks taken as commas. Nothing is dropped: what is no address comes back as
 * typed, for `addressProblem` to name.
 */
export function parseMailboxes(typed: string): Mailbox[] {
  const text = typed.replace(/[\r\n]+/g, ',');
  const parsed = addressParser(text, { flatten: true }) as { name?: string; address?: string }[];
  return parsed
    .flatMap(({ name = '', address = '' }) => {
      if (address) return [{ name: name.trim(), address: address.trim() }];
      return name
        .split(';')
        .map((part) => part.trim())
        .filter(Boolean)
        .map((part) => ({ name: '', address: part }));
    })
    .filter((box) => box.address);
}
