import { Extension } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import { Slice, type Node } from '@tiptap/pm/model';
import type { EditorView } from '@tiptap/pm/view';
import { docOf, type ReadBlock } from '#core/reading/block';
import { schema as noteSchema } from '#core/note/schema';
import { fit } from '#core/note/fit';

/** The reader of HTML is fetched when something is pasted: the Desk is there sooner without it. */
const reader = () => import('#core/reading/read');

interface Options {
  /** Keeps a picture; null when it is to be left out. */
  picture(picture: Blob, name: string): Promise<{ file: string } | null>;
  /** Files that are no pictures; without it they are not taken. */
  attach: ((files: File[]) => void) | null;
  /** What could not be taken along, in words. */
  remark(message: string): void;
  /** What of pasted wording, read from HTML or as plain text, is to be put in; null when all of it is. Not asked where something is written already. */
  own: ((pasted: ReadBlock[] | string) => ReadBlock[]) | null;
}

/** A line of more characters is laid out too slowly to be written on. */
const LONG_LINE = 30_000;
const longestLine = (text: string) => text.split('\n').reduce((most, { length }) => Math.max(most, length), 0);

const DATA_PICTURE = /data:image\/(?:png|jpe?g|gif|webp);base64,[A-Za-z0-9+/=]+/gi;

async function blobOf(source: string): Promise<Blob> {
  const [head, data] = source.split(',') as [string, string];
  const bytes = Uint8Array.from(atob(data), (sign) => sign.charCodeAt(0));
  return new Blob([bytes], { type: /data:([^;]+)/.exec(head)![1] });
}

function put(view: EditorView, doc: Node): void {
  const content = fit(doc.content, view.state.schema);
  const open = (block: Node | null | undefined) => (block?.type.name === 'paragraph' ? 1 : 0);
  const slice = new Slice(content, open(content.firstChild), open(content.lastChild));
  view.dispatch(view.state.tr.replaceSelection(slice).scrollIntoView());
}

/**
 * What is pasted or dropped from elsewhere: HTML read by the core's own reader, so that it is what mail can carry; pictures
 * kept first; other files attached. What comes from one of our own letters is left to the editor, blanks and all.
 */
export const PasteFromElsewhere = Extension.create<Options>({
  name: 'pasteFromElsewhere',
  addOptions: () => ({ picture: async () => null, attach: null, remark: () => {}, own: null }),
  addProseMirrorPlugins() {
    const { picture, attach, remark, own } = this.options;
    const isEmpty = (view: EditorView) => !view.state.doc.textContent.trim();

    const lost = () => remark(t('wording.pasteFailed'));

    async function takeHtml(view: EditorView, html: string) {
      const kept = new Map<string, { file: string } | null>();
      for (const source of new Set(html.match(DATA_PICTURE) ?? []))
        kept.set(source, await picture(await blobOf(source), 'picture'));
      const { readHtml } = await reader();
      const { blocks, picturesLeft } = readHtml(html, (source) => kept.get(source.replace(/\s+/g, '')) ?? null);
      put(view, noteSchema.nodeFromJSON(docOf(own && isEmpty(view) ? own(blocks) : blocks)));
      if (blocks.some(({ quote }) => quote)) remark(t('wording.quotationAsLines'));
      const dropped = [...kept.values()].filter((one) => !one).length;
      if (picturesLeft > dropped) remark(t('wording.picturesLeft', { count: picturesLeft - dropped }));
    }

    async function takeFiles(view: EditorView, files: File[]) {
      const others: File[] = [];
      for (const file of files) {
        if (!/^image\/(png|jpeg|gif|webp)$/.test(file.type)) others.push(file);
        else {
          const one = await picture(file, file.name);
          if (!one) continue;
          const node = view.state.schema.nodes.picture!.create({
            ...one,
            alt: file.name.replace(/\.[^.]+$/, ''),
            width: null,
          });
          view.dispatch(view.state.tr.replaceSelectionWith(node, false).scrollIntoView());
        }
      }
      if (!others.length) return;
      if (attach) attach(others);
      else remark(t('wording.onlyPictures'));
    }

    const take = (view: EditorView, data: DataTransfer | null): boolean => {
      const html = data?.getData('text/html') ?? '';
      const files = [...(data?.files ?? [])];
      const text = data?.getData('text/plain') ?? '';
      const length = longestLine(text);
      if (length > LONG_LINE) {
        attach?.([new File([text], t('wording.pastedFile'), { type: 'text/plain' })]);
        remark(t(attach ? 'wording.lineAttached' : 'wording.lineTooLong', { length }));
        return true;
      }
      if (html && !html.includes('data-pm-slice')) {
        takeHtml(view, html).catch(lost);
        return true;
      }
      if (!html && own && text.includes('\n') && isEmpty(view)) {
        const blocks = own(text);
        put(view, noteSchema.nodeFromJSON(docOf(blocks)));
        return true;
      }
      if (!html && files.length) {
        void takeFiles(view, files);
        return true;
      }
      return false;
    };

    return [
      new Plugin({
        props: {
          handlePaste: (view, event) => take(view, event.clipboardData),
          handleDrop: (view, event, _slice, moved) => {
            if (moved || !event.dataTransfer?.files.length) return false;
            event.preventDefault();
            event.stopPropagation();
            return take(view, event.dataTransfer);
          },
        },
      }),
    ];
  },
});
