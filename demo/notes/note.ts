import type { DocJson } from '#core/note/schema';

/** A note of the demo library. */
export interface DemoNote {
  name: string;
  subject: DocJson;
  body: DocJson;
  pinned?: boolean;
  /** How often it was inserted, and how many days ago last. */
  used: number;
  lastUsedDaysAgo: number;
}
