import type { Editor } from '@tiptap/vue-3';
import { picturesIn, type DocJson } from '#core/note/schema';
import { useAccountStore } from '~/stores/account';
import { scaledDown, upload } from './useFiles';

/** A picture over the limit, waiting for what is to become of it. */
export interface LargePicture {
  name: string;
  size: number;
  limit: number;
  /** What it would be when scaled down; null when that is not small enough either. */
  smaller: Blob | null;
  /** It stands in the text already, and may stay as it is. */
  stands: boolean;
  decide(take: boolean): void;
}

/** Pictures put into a text: kept by their content, and offered scaled down when they are over the limit. */
export function usePictures() {
  const account = useAccountStore();
  const large = shallowRef<LargePicture | null>(null);
  const problem = ref('');

  /** The picture scaled down, when it is over the limit and the user wants that; null when not. */
  async function offered(blob: Blob, name: string, stands: boolean): Promise<Blob | null> {
    const limit = account.settings!.pictureLimit;
    const smaller = await scaledDown(blob, limit);
    const take = await new Promise<boolean>((decide) => {
      large.value = { name, size: blob.size, limit, smaller, stands, decide };
    });
    large.value = null;
    return take ? smaller : null;
  }

  async function picture(blob: Blob, name: string): Promise<{ file: string } | null> {
    problem.value = '';
    const isLarge = blob.size > account.settings!.pictureLimit;
    const kept = isLarge ? await offered(blob, name, false) : blob;
    return kept && keptAs(kept, name);
  }

  async function keptAs(blob: Blob, name: string): Promise<{ file: string } | null> {
    try {
      const kept = await upload('picture', blob, name || 'picture');
      return kept && { file: kept.file };
    } catch (error) {
      problem.value = messageOf(error);
      return null;
    }
  }

  /** Pictures that came with a text and are over the limit are offered scaled down; left alone they stay as they are. */
  async function offerSmaller(editor: Editor): Promise<void> {
    for (const file of new Set(picturesIn(editor.getJSON() as DocJson))) {
      // Without a server nothing is offered; the picture stays as it is.
      const blob = await fetch(`/api/files/${file}`).then(
        (answer) => answer.blob(),
        () => null,
      );
      if (!blob || blob.size <= account.settings!.pictureLimit) continue;
      const smaller = await offered(blob, t('wording.aPictureInText'), true);
      const kept = smaller && (await keptAs(smaller, 'picture'));
      if (!kept || editor.isDestroyed) continue;
      const { tr, doc } = editor.state;
      doc.descendants((node, pos) => {
        if (node.type.name === 'picture' && node.attrs.file === file)
          tr.setNodeMarkup(pos, null, { ...node.attrs, ...kept });
      });
      editor.view.dispatch(tr);
    }
  }

  return { large, problem, picture, offerSmaller };
}
