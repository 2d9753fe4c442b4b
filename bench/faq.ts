import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A question of a published list of questions, and the answer it has there. */
export interface Pair {
  question: string;
  answer: string;
}

/** The lists, by the Debian package that holds each; `perl-doc` is the one that is tuned on. */
export const FAQS = ['perl-doc', 'python3-doc', 'debian-faq', 'r-doc-html'] as const;
export type FaqName = (typeof FAQS)[number];

const ENTITIES: Record<string, string> = { lt: '<', gt: '>', amp: '&', quot: '"', nbsp: ' ' };

/** The text of a page of documentation; such pages are trusted, this is no reader of foreign HTML. */
const plain = (html: string) =>
  html
    .replace(/<(?:script|style|head)\b[\s\S]*?<\/(?:script|style|head)>/gi, ' ')
    .replace(/<[^>]+>/g, ' ')
    .replace(/&#(\d+);/g, (_, code) => String.fromCodePoint(Number(code)))
    .replace(/&(\w+);/g, (_, name) => ENTITIES[name] ?? ' ')
    .replace(/[¶\s]+/g, ' ')
    .trim();

/** What stands under each heading of a page up to the next one. */
function sections(html: string): Pair[] {
  const parts = html.split(/<h[1-6]\b[^>]*>/i).slice(1);
  return parts.map((part) => {
    const end = part.search(/<\/h[1-6]>/i);
    return {
      question: plain(part.slice(0, end)).replace(/^[\dA-Z]+(?:\.\d+)*\.?\s+(?=\S)/, (number) =>
        /\d/.test(number) ? '' : number,
      ),
      // What leads to other pages names their questions.
      answer: plain(part.slice(end).split(/<div class="(?:header|nav\w*|related|sphinxsidebar)"/)[0]!),
    };
  });
}

const pages = (folder: string, name: RegExp) =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((file) => name.test(file))
        .sort()
        .map((file) => readFileSync(join(folder, file), 'utf8'))
    : [];

/** Questions and answers in Perl's own markup. */
function podSections(pod: string): Pair[] {
  return pod
    .split(/^=head2 /m)
    .slice(1)
    .map((part) => {
      const end = part.indexOf('\n');
      const answer = part
        .slice(end)
        .split(/^=head1 /m)[0]!
        .replace(/^=\w+.*$/gm, ' ');
      const bare = (text: string) =>
        text
          .replace(/[A-Z]<+([^<>]*)>+/g, '$1')
          .replace(/\s+/g, ' ')
          .trim();
      return { question: bare(part.slice(0, end)), answer: bare(answer) };
    });
}

const READERS: Record<FaqName, () => Pair[]> = {
  'perl-doc': () => pages('/usr/share/perl/5.36.0/pod', /^perlfaq\d\.pod$/).flatMap(podSections),
  'python3-doc': () => pages('/usr/share/doc/python3-doc/html/faq', /^(?!index).*\.html$/).flatMap(sections),
  'debian-faq': () => pages('/usr/share/doc/debian/FAQ', /\.en\.html$/).flatMap(sections),
  'r-doc-html': () => pages('/usr/share/doc/r-doc-html/manual', /^R-FAQ\.html$/).flatMap(sections),
};

/** The pairs of a list whose heading is a question and whose answer says something; none where the package is not installed. */
export function faq(name: FaqName): Pair[] {
  const seen = new Set<string>();
  return READERS[name]().filter(({ question, answer }) => {
    const isNew = !seen.has(question);
    seen.add(question);
    return isNew && question.includes('?') && answer.split(' ').length >= 8;
  });
}
