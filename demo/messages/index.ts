import { earlier } from './earlier';
import { sent } from './sent';
import { waiting } from './waiting';

export type { DemoMessage } from './message';

/** The demo mailbox. */
export const messages = [...waiting, ...earlier, ...sent];
