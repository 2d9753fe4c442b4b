import type { Draft, LookPeople } from '#shared/types/wire';
import type { Settings } from '#shared/schemas/settings';
import { fillContext } from '#shared/utils/fillContext';
import { changedFacts } from '#core/blank/changed';
import { notesOf } from '#core/blank/fill';
import { dayAt } from '#core/calendar/day';
import { LOOKED_AT, type LookFacts } from '#core/look/letter/letter';
import type { Lookup } from '#core/lookup/lookup';
import { lookupsIn } from '#core/lookup/uses';
import type { Finding } from '#core/look/letter/finding';
import { splitQuoted } from '#core/message/quote';
import { parseDoc } from '#core/note/schema';
import { signatureDoc, signatureFor } from '#core/note/signature';
import { toText } from '#core/note/text';
import { lookupById } from '../db/repositories/lookups';
import { noteRows } from '../db/repositories/notes';
import { boxesOfPeople } from '../db/repositories/people';
import { signatureChosenFor } from '../db/repositories/signatureChoices';
import { notesSentTo } from '../db/repositories/sentNotes';
import type { Application } from './application';
import type { Original } from './original';
import { runTask } from '../work/pool';
import type { Sender } from './senderOf';

/** So many people met last are known to the last look. */
const PEOPLE = 2_000;
/** So often a signature is chosen for somebody before it is proposed. */
const OFTEN = 2;

/** What the last look knows of people, for a letter to somebody. */
export async function lookPeople({ db }: Application, owner: string, address: string): Promise<LookPeople> {
  const [people, sent, signature] = await Promise.all([
    boxesOfPeople(db, owner, PEOPLE),
    notesSentTo(db, owner, address),
    signatureChosenFor(db, owner, address, OFTEN),
  ]);
  return { people, sent, signature };
}

async function seenOf(original: Original): Promise<LookFacts['original']> {
  const thread = await original.thread();
  if (!thread) return null;
  // One that cannot be read any more keeps no answer back.
  const text = await original.quoted().then(
    (quoted) => quoted.text,
    () => '',
  );
  return {
    from: thread.from,
    to: thread.to,
    cc: thread.cc,
    subject: thread.subject,
    text: splitQuoted(text).own.slice(0, LOOKED_AT),
  };
}

/** The lookups that the blanks of a draft draw on, by id. One that is gone is absent. */
async function lookupsOf({ db }: Application, owner: string, draft: Draft): Promise<Record<string, Lookup>> {
  const ids = [...lookupsIn(draft.fills, draft.subject, draft.body)];
  const found = await Promise.all(ids.map((id) => lookupById(db, owner, id)));
  return Object.fromEntries(found.flatMap((one) => (one ? [[one.id, one]] : [])));
}

/** The last look at a draft, once more before it leaves, with all that is known here. */
export async function lookAt(
  app: Application,
  owner: string,
  sender: Promise<Sender>,
  draft: Draft,
  settings: Settings,
  original: Original,
): Promise<Finding[]> {
  const inside = notesOf(draft.fills);
  const [{ address }, people, sent, seen] = await Promise.all([
    sender,
    boxesOfPeople(app.db, owner, PEOPLE),
    inside.length ? notesSentTo(app.db, owner, draft.to[0]?.address ?? '') : [],
    seenOf(original),
  ]);
  const before = new Map(sent.map(({ note, at }) => [note, at]));
  const notes = await noteRows(
    app.db,
    owner,
    inside.filter((note) => before.has(note)),
  );
  const context = {
    ...fillContext(settings, await lookupsOf(app, owner, draft), draft.to[0], null, null),
    now: app.now(),
  };
  const facts: Omit<LookFacts, 'slips'> = {
    mode: draft.mode,
    attachments: draft.attachments,
    original: seen,
    me: {
      name: settings.name,
      address,
      signature: toText(parseDoc(signatureDoc(signatureFor(settings, draft)))).trim(),
    },
    people,
    today: dayAt(app.now(), settings.timeZone),
    locale: settings.locale,
    sentBefore: notes.map(({ id, name }) => ({ name, at: before.get(id)! })),
    changedFacts: changedFacts([parseDoc(draft.subject), parseDoc(draft.body)], draft.fills, context),
  };
  const { holds, silences } = settings;
  const { to, cc, bcc, subject, body, silenced } = draft;
  return runTask('look', {
    draft: { to, cc, bcc, subject, body },
    facts,
    slips: settings.slips.filter(({ off }) => !off),
    wishes: { holds, silences, silenced },
  });
}
