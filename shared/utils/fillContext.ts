import type { Message } from '../types/wire';
import type { Person } from '../types/person';
import type { Settings } from '../schemas/settings';
import type { DaysOff } from '#core/calendar/day';
import type { Lookup } from '#core/lookup/lookup';
import type { FillContext, MessageFacts } from '#core/blank/kinds/kind';
import type { Mailbox } from '#core/message/address';
import { splitName } from '#core/person/name';

/** The days on which the user does not work. */
export const daysOffOf = ({ weekdaysOff, daysOff }: Pick<Settings, 'weekdaysOff' | 'daysOff'>): DaysOff => ({
  weekdays: weekdaysOff,
  days: daysOff.map(({ day }) => day),
});

/** What of a message blanks may take. */
export function messageFacts(message: Message | null): MessageFacts | null {
  if (!message) return null;
  return { subject: message.subject, sentAt: message.sentAt, text: message.text.own || message.preview };
}

/** What blanks may draw on, for somebody written to and the message answered. */
export function fillContext(
  settings: Settings,
  lookups: Record<string, Lookup>,
  to: Mailbox | undefined,
  known: Person | null,
  message: MessageFacts | null,
): FillContext {
  const named = splitName(to?.name ?? '');
  return {
    person: to
      ? {
          firstName: known?.firstName || named.firstName,
          lastName: known?.lastName || named.lastName,
          fullName: known?.fullName || named.fullName,
          address: to.address,
          company: known?.company ?? '',
          // Whom nothing was written to yet is greeted by the first name.
          greetingName: known?.greetingName || known?.firstName || named.firstName,
          form: known?.form ?? '',
          fields: known?.fields ?? [],
        }
      : null,
    sender: { name: settings.name, fields: settings.fields },
    message,
    lookups,
    now: Date.now(),
    locale: settings.locale,
    timeZone: settings.timeZone,
    currency: settings.currency,
    daysOff: daysOffOf(settings),
  };
}
