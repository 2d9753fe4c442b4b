import { Extension, InputRule } from '@tiptap/core';
import { BRACKETED } from '#core/text/brackets';
import { guessKind } from '#core/blank/find/labels';

/** In a note, `[label]` typed by hand becomes the blank that the same mark is offered as where it is pasted. */
export const BracketRule = Extension.create({
  name: 'bracketRule',
  addInputRules() {
    return [
      new InputRule({
        find: new RegExp(`${BRACKETED}$`),
        handler: ({ range, match, chain }) => {
          const label = match[1]!.trim();
          if (!label) return;
          chain()
            .deleteRange(range)
            .insertContentAt(range.from, { type: 'blank', attrs: { label, ...guessKind(label) } })
            .run();
        },
      }),
    ];
  },
});
