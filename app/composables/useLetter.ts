import { Editor } from '@tiptap/vue-3';
import type { Node } from '@tiptap/pm/model';
import type { Settings } from '#shared/schemas/settings';
import type { Draft, Note, Person } from '#shared/types/wire';
import { fill } from '../../core/blank/fill';
import type { FillContext } from '../../core/blank/kind';
import { answerEdits, placesIn, type Place } from '../../core/blank/places';
import { answerValue, contextEdits, questionsIn, type DraftQuestion } from '../../core/blank/questions';
import { lastLook, type LookPlace } from '../../core/look/look';
import { splitName } from '../../core/person/name';
import { parseDoc, type DocJson } from '../../core/note/schema';
import { withoutSignature } from '../../core/note/signature';
import { letterExtensions, lineExtensions } from '../editor/extensions';
import { applyEdits, insertNote } from '../editor/insert';
import { NoteSearch, type FoundNote, type OpenSearch } from '../editor/noteSearch';
import type { useDraft } from './useDraft';

interface Surroundings {
  settings: () => Settings;
  /** What is known of the person written to; null when nobody is. */
  person: () => Person | null;
  find(query: string): Promise<FoundNote[]>;
  onSearchKey(event: KeyboardEvent): boolean;
  onPlace(place: Place): void;
}

/** The letter on the Desk, for the draft that is open: its two editors, the notes put into it, the fill list and the last look. */
export function useLetter(handle: ReturnType<typeof useDraft>, around: Surroundings) {
  const { draft } = handle;
  const search = shallowRef<OpenSearch | null>(null);
  /** Counts changes of the letter, so that what is worked out from it follows. */
  const changes = ref(0);
  let loading = false;

  const clicked = (_view: unknown, pos: number) => {
    const place = placesIn(body.state.doc).find(({ from, to }) => pos >= from && pos <= to);
    if (place) around.onPlace(place);
    return false;
  };

  const body = markRaw(
    new Editor({
      content: draft.value!.body,
      extensions: [
        ...letterExtensions(),
        NoteSearch.configure({
          find: around.find,
          onChange: (open) => (search.value = open),
          onKey: around.onSearchKey,
        }),
      ],
      editorProps: {
        attributes: { class: 'letter', role: 'textbox', 'aria-multiline': 'true', 'aria-label': 'Your reply' },
        handleClick: clicked,
      },
      onUpdate: ({ editor }) => {
        changes.value++;
        if (!loading) handle.change({ body: editor.getJSON() as DocJson });
      },
    }),
  );

  const subject = markRaw(
    new Editor({
      content: draft.value!.subject,
      extensions: lineExtensions(),
      editorProps: {
        attributes: { class: 'subject-line', role: 'textbox', 'aria-label': 'Subject' },
        handleKeyDown: (_view, event) => {
          if (event.key !== 'Enter') return false;
          body.commands.focus();
          return true;
        },
        transformPastedText: (text) => text.replace(/\s+/g, ' '),
      },
      onUpdate: ({ editor }) => {
        changes.value++;
        if (!loading) handle.change({ subject: editor.getJSON() as DocJson });
      },
    }),
  );

  /** Shows another version of the draft; undo brings the former one back. */
  function show(other: Draft): void {
    loading = true;
    body.commands.setContent(other.body, { emitUpdate: false });
    subject.commands.setContent(other.subject, { emitUpdate: false });
    loading = false;
    changes.value++;
  }

  const parts = (): Node[] => [subject.state.doc, body.state.doc];

  const context = computed<FillContext>(() => {
    const settings = around.settings();
    const box = draft.value?.to[0];
    const known = around.person();
    const named = splitName(box?.name ?? '');
    return {
      person: box
        ? {
            firstName: known?.firstName || named.firstName,
            lastName: known?.lastName || named.lastName,
            fullName: known?.fullName || named.fullName,
            address: box.address,
            company: known?.company ?? '',
          }
        : null,
      sender: { name: settings.name, fields: settings.fields },
      now: Date.now(),
      locale: settings.locale,
      timeZone: settings.timeZone,
    };
  });

  const questions = computed<DraftQuestion[]>(() => {
    void changes.value;
    return draft.value ? questionsIn(parts(), context.value, draft.value.answers) : [];
  });

  const sights = computed(() => {
    void changes.value;
    const current = draft.value;
    return current ? lastLook({ ...current, subject: subject.state.doc, body: body.state.doc }) : [];
  });

  /** Puts a note in at the caret, or in place of what was typed to find it. */
  function insert(note: Note, range?: { from: number; to: number }): string {
    const insertion = crypto.randomUUID().slice(0, 8);
    const signature = parseDoc(around.settings().signature);
    const source = { subject: parseDoc(note.subject), body: withoutSignature(parseDoc(note.body), signature) };
    const filled = fill(source, context.value, {}, insertion);
    const { from, to } = range ?? body.state.selection;
    insertNote(body, filled.body, { from, to });
    const wanted =
      draft.value?.mode === 'new' && !subject.state.doc.textContent.trim() && !placesIn(subject.state.doc).length;
    if (wanted && filled.subject.content.size > 2)
      subject.commands.setContent(filled.subject.toJSON(), { emitUpdate: true });
    return insertion;
  }

  /** Takes an answer from the fill list; empty text opens the blank again. Places edited by hand stay as they are. */
  function answer(question: DraftQuestion, text: string): void {
    const current = draft.value;
    if (!current) return;
    const { insertion, key } = question;
    const value = answerValue(parts(), insertion, key, context.value, text);
    const answers = { ...current.answers, [insertion]: { ...current.answers[insertion], [key]: text } };
    handle.change({ answers });
    for (const editor of [subject, body]) applyEdits(editor, answerEdits(editor.state.doc, insertion, key, value));
  }

  /** When somebody else is written to, what depends on the person follows. */
  watch(
    () => JSON.stringify(context.value.person),
    () => {
      if (!draft.value || loading) return;
      for (const editor of [subject, body])
        applyEdits(editor, contextEdits(editor.state.doc, context.value, draft.value.answers));
    },
  );

  /** Puts the caret where something was seen. */
  function goTo(place: LookPlace): void {
    const editor = place.part === 'subject' ? subject : body;
    if (place.pos === undefined) editor.commands.focus();
    else editor.chain().focus().setNodeSelection(place.pos).scrollIntoView().run();
  }

  onBeforeUnmount(() => {
    body.destroy();
    subject.destroy();
  });

  return { body, subject, search, questions, sights, show, insert, answer, goTo };
}
