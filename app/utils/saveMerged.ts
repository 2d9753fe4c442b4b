import { mergeFields } from '#core/wording/fields';
import { ApiError } from './api';

/**
 * Saves what was changed from `base`, put together with what was changed elsewhere meanwhile.
 * @param put saves a whole record, of the version that stands in it
 * @throws ApiError `stale` when both changed the same, and not alike
 */
export async function saveMerged<T extends object, Saved>(
  put: (body: T) => Promise<Saved>,
  next: T,
  base: T,
): Promise<Saved> {
  try {
    return await put(next);
  } catch (error) {
    if (!(error instanceof ApiError) || error.data.code !== 'stale') throw error;
    const newer = error.data.current as T;
    const { value, both } = mergeFields(base, next, newer);
    if (both.length) throw error;
    return saveMerged(put, value, newer);
  }
}
