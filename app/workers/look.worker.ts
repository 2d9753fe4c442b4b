import type { Mailbox } from '#core/message/address';
import { closeLook } from '#core/look/look';
import type { LookWishes } from '#core/look/quick';
import type { LookFacts } from '#core/look/letter/letter';
import type { Finding } from '#core/look/letter/finding';
import { parseDoc, type DocJson } from '#core/note/schema';
import { SlipTable, type Slip } from '#core/slip/table';

/** What changes with every letter, and what seldom does. */
export type LookRequest =
  | { type: 'know'; people: Mailbox[]; slips: Slip[] }
  | {
      type: 'look';
      number: number;
      draft: { to: Mailbox[]; cc: Mailbox[]; bcc: Mailbox[]; subject: DocJson; body: DocJson };
      facts: Omit<LookFacts, 'people' | 'slips'>;
      wishes: LookWishes;
    };

export interface LookResponse {
  number: number;
  findings: Finding[];
}

let people: Mailbox[] = [];
let slips = new SlipTable();

self.onmessage = ({ data }: MessageEvent<LookRequest>) => {
  if (data.type === 'know') {
    people = data.people;
    slips = new SlipTable(data.slips);
    return;
  }
  const { number, draft, facts, wishes } = data;
  const looked = { ...draft, subject: parseDoc(draft.subject), body: parseDoc(draft.body) };
  const findings = closeLook(looked, { ...facts, people, slips }, wishes);
  self.postMessage({ number, findings } satisfies LookResponse);
};
