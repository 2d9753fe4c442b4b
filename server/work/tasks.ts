/**
 * What is done off the thread that answers requests: reading of what came from elsewhere. Each task takes and gives plain
 * data; what is wrong comes back in words too.
 */
import { arrivalIn } from '../mail/arrival';
import { composeLetter, type Letter } from '../mail/compose';
import { columnsOf, type Columns } from '../mail/derive';
import { contentOf, parseMessage } from '../mail/parse';
import { quotedOf, shownOf } from '../mail/show';
import { ownTextIn, wordingIn, type WordingOf } from '../mail/wording';
import { accidentsIn } from '#core/cue/check';
import type { CueMode } from '#core/cue/table';
import { writtenBefore } from '#core/near/writtenBefore';
import type { Ways } from '#core/blank/find/candidate';
import { editsIn, type LetterWithNotes } from '../services/editsIn';
import { gather, type Known } from '#core/repeated/gather';
import { keysOf } from '#core/repeated/keys';
import { piecesOf } from '#core/repeated/pieces';
import { worthTelling, type Repeated } from '#core/repeated/worth';
import { tend, type TendedNote, type TendingFacts } from '#core/tending/tend';
import { lastLook } from '#core/look/look';
import type { LookedAt, LookFacts } from '#core/look/letter/letter';
import type { LookWishes } from '#core/look/quick';
import { parseDoc, type DocJson } from '#core/note/schema';
import { SlipTable, type Slip } from '#core/slip/table';
import { splitQuoted } from '#core/message/quote';
import { readNotes, type FileOfNotes } from '../services/imports/read';

/** How often a cue would have gone off in the text that is one's own of these messages. */
async function accidents({ raws, cue, mode }: { raws: Uint8Array[]; cue: string; mode: CueMode }): Promise<number> {
  let count = 0;
  for (const raw of raws) {
    const { text } = await parseMessage(bytesOf(raw));
    count += accidentsIn([splitQuoted(text).own], cue, mode);
  }
  return count;
}

/** The same for several cues, each message read once. */
async function allAccidents({
  raws,
  cues,
  mode,
}: {
  raws: Uint8Array[];
  cues: string[];
  mode: CueMode;
}): Promise<number[]> {
  const texts: string[] = [];
  for (const raw of raws) texts.push(splitQuoted((await parseMessage(bytesOf(raw))).text).own);
  return cues.map((cue) => accidentsIn(texts, cue, mode));
}

/** In how many of these messages much the same stands as in a letter. */
async function before({ raws, text, notes }: { raws: Uint8Array[]; text: string; notes: string[] }): Promise<number> {
  const letters: string[] = [];
  for (const raw of raws) letters.push(splitQuoted((await parseMessage(bytesOf(raw))).text).own);
  return writtenBefore(text, notes, letters);
}

/** The paragraphs and sentences of each letter that may be written again, with the keys they meet by. */
async function pieces({ raws, signatures }: { raws: Uint8Array[]; signatures: string[] }) {
  const all: { text: string; keys: number[] }[][] = [];
  for (const raw of raws) {
    const own = await ownTextIn(bytesOf(raw), signatures);
    all.push(piecesOf(own).map((text) => ({ text, keys: keysOf(text) })));
  }
  return all;
}

/** Which known wording each piece is, or which new one, by its number. */
async function gatherPieces({ texts, known }: { texts: string[]; known: Known[] }) {
  let count = 0;
  return gather(texts, known, () => String(count++));
}

/** One file of a message; null when it has none at that place. */
async function attachment({ raw, index }: { raw: Uint8Array; index: number }) {
  const bytes = bytesOf(raw);
  const part = (await parseMessage(bytes)).attachments[index];
  return part ? { name: part.name, type: part.type, content: contentOf(bytes, part) } : null;
}

/** What is kept of several messages beside their bytes. */
async function derive({ raws }: { raws: Uint8Array[] }): Promise<Columns[]> {
  const all: Columns[] = [];
  for (const raw of raws) all.push(await columnsOf(bytesOf(raw)));
  return all;
}

/** What is written as documents, as data. */
type AsData<T, Docs extends keyof T> = Omit<T, Docs> & Record<Docs, DocJson>;

/** The bytes of a letter. */
function compose({
  subject,
  body,
  signature,
  attachments = [],
  pictures = [],
  ...letter
}: ComposedOf): Promise<Buffer> {
  return composeLetter({
    ...letter,
    ...{ subject: parseDoc(subject), body: parseDoc(body), signature: parseDoc(signature) },
    attachments: attachments.map((one) => ({ ...one, content: bytesOf(one.content) })),
    pictures: pictures.map((one) => ({ ...one, content: bytesOf(one.content) })),
  });
}
export type ComposedOf = AsData<Letter, 'subject' | 'body' | 'signature'>;

/** The last look at a letter. */
async function look({ draft, facts, slips, wishes }: LookOf) {
  const { subject, body } = draft;
  return lastLook(
    { ...draft, subject: parseDoc(subject), body: parseDoc(body) },
    { ...facts, slips: new SlipTable(slips) },
    wishes,
  );
}
export interface LookOf {
  draft: AsData<LookedAt, 'subject' | 'body'>;
  facts: Omit<LookFacts, 'slips'>;
  slips: Slip[];
  wishes: LookWishes;
}

/** Bytes arrive from another thread as a bare array. */
const bytesOf = (raw: Uint8Array) => Buffer.from(raw.buffer, raw.byteOffset, raw.byteLength);

export const tasks = {
  parse: ({ raw }: { raw: Uint8Array }) => parseMessage(bytesOf(raw)),
  derive,
  attachment,
  show: ({ raw, ...how }: { raw: Uint8Array; id: string; pictures: boolean }) => shownOf(bytesOf(raw), how),
  quote: ({ raw }: { raw: Uint8Array }) => quotedOf(bytesOf(raw)),
  wording: ({ raw, ...what }: WordingOf) => wordingIn(bytesOf(raw), what),
  readNotes: (file: FileOfNotes) => readNotes(file),
  arrival: ({ raw }: { raw: Uint8Array }) => arrivalIn(bytesOf(raw)),
  compose,
  look,
  accidents,
  allAccidents,
  tend: async ({ notes, facts }: { notes: TendedNote[]; facts: TendingFacts }) => tend(notes, facts),
  before,
  pieces,
  edits: async (letter: LetterWithNotes) => editsIn(letter),
  gather: gatherPieces,
  worthTelling: async ({ all, notes, ways }: { all: Repeated[]; notes: string[]; ways: Ways }) =>
    worthTelling(all, notes, ways),
};

export type Tasks = typeof tasks;
