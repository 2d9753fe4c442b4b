import type { Node } from '@tiptap/pm/model';
import { toHtml } from '#core/note/html';
import { toText } from '#core/note/text';

/** Puts wording on the clipboard, with its formatting for who takes that, and as plain text. @throws where the browser does not allow it */
export async function copyWording(doc: Node): Promise<void> {
  const part = (type: string, content: string) => [type, new Blob([content], { type })] as const;
  const parts = [part('text/html', toHtml(doc)), part('text/plain', toText(doc))];
  await navigator.clipboard.write([new ClipboardItem(Object.fromEntries(parts))]);
}

/** The same of text alone. */
export const copyText = (text: string): Promise<void> => navigator.clipboard.writeText(text);
