import { Extension } from '@tiptap/core';
import { PluginKey } from '@tiptap/pm/state';
import Suggestion, { type SuggestionProps } from '@tiptap/suggestion';
import type { NoteRow } from '#shared/types/wire';
import { SEARCH_TRIGGER } from './searchTrigger';

export interface FoundNote {
  row: NoteRow;
  terms: string[];
}

/** The note search open at the caret. */
export interface OpenSearch {
  query: string;
  found: FoundNote[];
  /** Where the trigger and the query stand in the letter. */
  range: { from: number; to: number };
  /** The place of the caret on the screen. */
  rect: () => DOMRect | null;
}

interface Options {
  find(query: string): Promise<FoundNote[]>;
  onChange(open: OpenSearch | null): void;
  /** A key pressed while the search is open; true when it was taken. */
  onKey(event: KeyboardEvent): boolean;
}

/** Opens the note search at the caret when the trigger is typed. What is typed behind it is the query. */
export const NoteSearch = Extension.create<Options>({
  name: 'noteSearch',
  addOptions: () => ({ find: async () => [], onChange: () => {}, onKey: () => false }),
  addProseMirrorPlugins() {
    const { find, onChange, onKey } = this.options;
    const tell = ({ query, items, range, clientRect }: SuggestionProps<FoundNote>) =>
      onChange({ query, found: items, range, rect: () => clientRect?.() ?? null });
    return [
      Suggestion<FoundNote>({
        pluginKey: new PluginKey('noteSearch'),
        editor: this.editor,
        char: SEARCH_TRIGGER,
        allowSpaces: true,
        allowedPrefixes: null,
        items: ({ query }) => find(query),
        render: () => ({
          onStart: tell,
          onUpdate: tell,
          onKeyDown: ({ event }) => onKey(event),
          onExit: () => onChange(null),
        }),
      }),
    ];
  },
});
