import { fold } from '../text/fold';

/** A cue as it is compared: whatever its case. `café` and `cafe` are two, since each is typed in its own way. */
export function cueKey(cue: string): string {
  return fold(cue);
}
