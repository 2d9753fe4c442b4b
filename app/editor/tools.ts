import Link from '@tiptap/extension-link';
import { Dropcursor } from '@tiptap/extensions/drop-cursor';
import { Gapcursor } from '@tiptap/extensions/gap-cursor';
import { linkTo } from '#core/note/link';
import { TableKeys } from './tableKeys';

/** Addresses typed or pasted become links, where a link of a note may lead there. */
const LinksByItself = Link.configure({
  openOnClick: false,
  defaultProtocol: 'https',
  isAllowedUri: (url) => linkTo(url) !== null,
});

/** What helps while one writes and can come a moment later than the text: fetched by `later`. */
export const lineTools = [Dropcursor, Gapcursor];
export const wordingTools = [...lineTools, LinksByItself];
export const letterTools = [...wordingTools, TableKeys];
