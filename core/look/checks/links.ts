import { phrase } from '../../text/phrase';
import type { Finding } from '../letter/finding';
import type { Letter } from '../letter/letter';

const HOST = /^(?:[a-z]+:\/\/)?(?:[^\s/@]*@)?((?:[\p{L}\p{N}-]+\.)+\p{L}{2,})(?=[/?#:]|$)/iu;
const hostOf = (text: string) =>
  HOST.exec(text.trim())?.[1]
    ?.toLowerCase()
    .replace(/^www\./, '') ?? '';
const MAIL = /^(?:mailto:)?([^\s@]+@[^\s@?]+\.[^\s@?]+)/i;

/** Links that lead nowhere, or elsewhere than the address they show. */
export function links(letter: Letter): Omit<Finding, 'stop'>[] {
  const found: Omit<Finding, 'stop'>[] = [];
  let last = { href: '', end: -1 };
  const all: { href: string; text: string; from: number; to: number }[] = [];
  letter.body.descendants((node, pos) => {
    const link = node.isText ? node.marks.find(({ type }) => type.name === 'link') : undefined;
    if (!link) return;
    const href = String(link.attrs.href);
    // One link with a bold word in it is one link.
    if (last.end === pos && last.href === href) all.at(-1)!.text += node.text!;
    else all.push({ href, text: node.text!, from: pos, to: pos });
    last = { href, end: pos + node.nodeSize };
    all.at(-1)!.to = last.end;
  });
  for (const { href, text, from, to } of all) {
    const place = { part: 'body', pos: from, to } as const;
    const mail = MAIL.exec(href)?.[1]?.toLowerCase();
    const isTelephone = /^tel:/i.test(href);
    const isMail = /^mailto:/i.test(href);
    const leads = isTelephone ? /\d{3}/.test(href) : isMail ? Boolean(mail) : Boolean(hostOf(href));
    if (!leads) {
      found.push({ kind: 'dead-link', about: href || text, words: phrase('look.deadLink', { text }), place });
      continue;
    }
    const shownMail = MAIL.exec(text.trim())?.[1]?.toLowerCase();
    const shown = shownMail ?? hostOf(text);
    const target = shownMail ? mail : hostOf(href);
    if (shown && !isTelephone && shown !== target && (shownMail || !isMail))
      found.push({
        kind: 'other-link',
        about: `${text} ${href}`,
        words: phrase('look.otherLink', { text, href }),
        place,
      });
  }
  return found;
}

/** Pictures that whoever does not see them gets nothing of. */
export function pictures(letter: Letter): Omit<Finding, 'stop'>[] {
  const found: Omit<Finding, 'stop'>[] = [];
  letter.body.descendants((node, pos) => {
    if (node.type.name !== 'picture' || String(node.attrs.alt).trim()) return;
    found.push({
      kind: 'picture-unnamed',
      about: String(node.attrs.file),
      words: phrase('look.pictureUnnamed'),
      place: { part: 'body', pos },
    });
  });
  return found;
}
