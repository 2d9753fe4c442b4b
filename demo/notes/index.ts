import { afterwards } from './afterwards';
import { visits } from './visits';

export type { DemoNote } from './note';

/** The demo library. */
export const notes = [...visits, ...afterwards];
