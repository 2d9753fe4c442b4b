import { Extension, InputRule } from '@tiptap/core';

/** In a note, `[label]` typed by hand becomes a blank for asked text, the way blanks read in plain text. */
export const BracketRule = Extension.create({
  name: 'bracketRule',
  addInputRules() {
    return [
      new InputRule({
        find: /\[([^[\]\n]{1,60})\]$/,
        handler: ({ range, match, chain }) => {
          const label = match[1]!.trim();
          if (!label) return;
          chain()
            .deleteRange(range)
            .insertContentAt(range.from, { type: 'blank', attrs: { label, kind: 'text', options: { hint: '' } } })
            .run();
        },
      }),
    ];
  },
});
