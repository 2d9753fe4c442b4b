import { useAccountStore } from '~/stores/account';
import { scaledDown, upload } from './useFiles';

/** A picture over the limit, waiting for what is to become of it. */
export interface LargePicture {
  name: string;
  size: number;
  limit: number;
  /** What it would be when scaled down; null when that is not small enough either. */
  smaller: Blob | null;
  decide(take: boolean): void;
}

/** Pictures put into a text: kept by their content, and offered scaled down when they are over the limit. */
export function usePictures() {
  const account = useAccountStore();
  const large = shallowRef<LargePicture | null>(null);
  const problem = ref('');

  async function picture(blob: Blob, name: string): Promise<{ file: string } | null> {
    problem.value = '';
    const limit = account.settings!.pictureLimit;
    let kept: Blob | null = blob;
    if (blob.size > limit) {
      const smaller = await scaledDown(blob, limit);
      const take = await new Promise<boolean>((decide) => {
        large.value = { name, size: blob.size, limit, smaller, decide };
      });
      large.value = null;
      kept = take ? smaller : null;
    }
    if (!kept) return null;
    try {
      const { file } = await upload('picture', kept, name || 'picture');
      return { file };
    } catch (error) {
      problem.value = messageOf(error);
      return null;
    }
  }

  return { large, problem, picture };
}
