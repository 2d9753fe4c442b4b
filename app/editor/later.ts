import { Extension, getExtensionField, pasteRulesPlugin, type AnyExtension, type Editor } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';

/** The plugins of an extension, as the editor would have made them at its start. */
function pluginsOf(editor: Editor, extension: AnyExtension): Plugin[] {
  const { name, options, storage } = extension;
  const type = editor.schema.marks[name] ?? editor.schema.nodes[name];
  const context = { name, options, storage, editor, type };
  const make = <T>(field: 'addProseMirrorPlugins' | 'addPasteRules') =>
    getExtensionField<(() => T[]) | undefined>(extension, field, context)?.() ?? [];
  const rules = make<Parameters<typeof pasteRulesPlugin>[0]['rules'][number]>('addPasteRules');
  return [...(rules.length ? pasteRulesPlugin({ editor, rules }) : []), ...make<Plugin>('addProseMirrorPlugins')];
}

interface Coming {
  key: PluginKey;
  fetch: () => Promise<AnyExtension[]>;
}

/** What editors still wait for. */
const waiting = new WeakMap<Editor, Coming[]>();

/** Fetches what an editor waits for. All of it is put in at once: each time plugins change, what is open closes. */
async function load(editor: Editor): Promise<void> {
  const coming = waiting.get(editor);
  if (!coming) return;
  waiting.delete(editor);
  const fetched = await Promise.all(coming.map(({ fetch }) => fetch())).catch(() => null);
  if (!fetched) return void waiting.set(editor, coming);
  if (editor.isDestroyed) return;
  const plugins = new Map(
    // The later an extension stands, the sooner it is asked.
    fetched.map((some, i) => [coming[i]!.key, some.toReversed().flatMap((extension) => pluginsOf(editor, extension))]),
  );
  const [first] = [...plugins.values()].flat();
  editor.registerPlugin(first!, (_first, all) => all.flatMap((one) => plugins.get(one.spec.key!) ?? [one]));
  // What was typed meanwhile is seen.
  editor.view.dispatch(editor.state.tr);
}

/**
 * Extensions that are fetched when the editor is there, so that one can type sooner: their plugins and rules for pasting, in
 * the place of this one. What they add to the schema must be there from the start. What could not be fetched is tried again
 * when the editor is entered.
 */
export function later(name: string, fetch: () => Promise<AnyExtension[]>): Extension {
  const key = new PluginKey(name);
  return Extension.create({
    name,
    onBeforeCreate() {
      waiting.set(this.editor, [...(waiting.get(this.editor) ?? []), { key, fetch }]);
    },
    onCreate() {
      void load(this.editor);
    },
    onFocus() {
      void load(this.editor);
    },
    addProseMirrorPlugins: () => [new Plugin({ key })],
  });
}
