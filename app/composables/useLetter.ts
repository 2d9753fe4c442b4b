import { Extension } from '@tiptap/core';
import { Editor } from '@tiptap/vue-3';
import { until } from '@vueuse/core';
import { TextSelection } from '@tiptap/pm/state';
import type { Node } from '@tiptap/pm/model';
import type { Settings } from '#shared/schemas/settings';
import type { Draft, Note } from '#shared/types/wire';
import { changedFacts, type ChangedFact } from '#core/blank/changed';
import { fill, type Fill } from '#core/blank/fill';
import { withBehind } from '#core/cue/behind';
import { capitalised } from '#core/cue/capitals';
import type { EndedCue } from '#core/cue/table';
import { capitalsOf } from '#core/text/case';
import { oneLine } from '#core/note/oneLine';
import type { Answer, FillContext, MessageFacts } from '#core/blank/kinds/kind';
import { kindOf } from '#core/blank/kinds/registry';
import { letterEdits } from '#core/blank/letter';
import { placesIn, type Place } from '#core/blank/places';
import { questionsIn, type BlankQuestion, type DraftQuestion, type PassageQuestion } from '#core/blank/questions';
import type { LookPlace } from '#core/look/letter/finding';
import { fitDoc } from '#core/note/fit';
import { emptyDoc, parseDoc, type DocJson } from '#core/note/schema';
import { withoutSignatures } from '#core/note/signature';
import { useLookupsStore } from '~/stores/lookups';
import { ByItself, type Range } from '../editor/byItself';
import { letterExtensions, lineExtensions } from '../editor/extensions';
import { CurrentPlaces, placeOf, showCurrentPlace } from '../editor/currentPlace';
import { applyEdits, insertNote } from '../editor/insert';
import { later } from '../editor/later';
import type { FoundNote, OpenSearch } from '../editor/noteSearch';
import { PasteFromElsewhere } from '../editor/paste';
import type { useDraft } from './useDraft';
import type { Met } from './useRecipient';
import type { Typed } from './useTypeAhead';

/** Where a note goes, and what was typed for it. */
export interface Target {
  editor: Editor;
  range: Range;
  cue?: EndedCue;
}

interface Surroundings {
  settings: () => Settings;
  /** What was read last of whom it is for. */
  met: () => Met | null;
  /** The message answered; null in a new one. */
  message: () => MessageFacts | null;
  find(query: string): Promise<FoundNote[]>;
  onSearchKey(event: KeyboardEvent): boolean;
  /** What changes by itself while one types. */
  byItself: Pick<typeof ByItself.options, 'cue' | 'slip' | 'onWord'>;
  /** A cue was typed in the letter or in the subject. */
  onCue(target: Target): void;
  onPlace(place: Pick<Place, 'insertion' | 'label'>): void;
  onPassage(insertion: string, place: string): void;
  /** What becomes of pictures and files that are pasted or dropped. */
  paste: Partial<typeof PasteFromElsewhere.options>;
  /** The insertion of a note was undone, or is there again. */
  onUndone(insertion: string, isUndone: boolean): void;
  /** Takes what is typed, or a key pressed, while a note is on its way into the letter; false when none is. */
  hold(typed: Typed): boolean;
}

/** So long what is read of whom it is for is waited for. */
const PATIENCE = 5_000;

/** Keys of an editor that a cue comes before. */
const keys = (acts: Record<string, () => boolean>) =>
  Extension.create({ name: 'keys', priority: 900, addKeyboardShortcuts: () => acts });

/** The letter on the Desk, for the draft that is open: its two editors, the notes put into it and the fill list. */
export function useLetter(handle: ReturnType<typeof useDraft>, around: Surroundings) {
  const { draft } = handle;
  const lookups = useLookupsStore();
  const search = shallowRef<OpenSearch | null>(null);
  /** Counts changes of the letter, so that what is worked out from it follows. */
  const changes = ref(0);
  const written = useAfterPaint(() => {
    changes.value++;
    handle.changeLater('body', () => ({ body: body.getJSON() as DocJson }));
  });
  const { copies, answerCopies, travelling } = useTravelling(handle);
  /** Facts from lookups that were changed since they were filled; the letter says them as they are now. */
  const factsChanged = shallowRef<ChangedFact[]>([]);
  const hasLookups = ref(false);
  /** Whether everything that the blanks of this draft draw on is here; until then nothing of the letter is touched. */
  const ready = computed(() => hasLookups.value && person() !== undefined);
  /** Insertions that were put in before it was read whom the letter is for: they say nothing of anybody yet. */
  const early = new Set<string>();

  const clicked = (_view: unknown, pos: number, event: MouseEvent) => {
    const out = (event.target as HTMLElement).closest<HTMLElement>('[data-out]');
    if (out) {
      const { insertion, place } = JSON.parse(out.dataset.out!) as { insertion: string; place: string };
      around.onPassage(insertion, place);
      return true;
    }
    const here = placesIn(body.state.doc).filter(({ from, to }) => pos >= from && pos <= to);
    // The innermost: a place may stand inside the wording of another.
    const place = here.sort((a, b) => a.to - a.from - (b.to - b.from))[0];
    if (!place) return false;
    // The caret stays where it was put, to come back to.
    body.commands.setTextSelection(pos);
    around.onPlace(place);
    return false;
  };

  const body = markRaw(
    new Editor({
      content: draft.value!.body,
      extensions: [
        ...letterExtensions(),
        CurrentPlaces,
        keys({ Tab: () => toPlace(1), 'Shift-Tab': () => toPlace(-1) }),
        ByItself.configure({
          ...around.byItself,
          cue: (before, sign) => (search.value ? null : around.byItself.cue(before, sign)),
          onCue: (cue, range) => around.onCue({ editor: body, range, cue }),
        }),
        PasteFromElsewhere.configure(around.paste),
        later('searchHere', async () => {
          const { NoteSearch } = await import('../editor/noteSearch');
          const onChange = (open: OpenSearch | null) => (search.value = open);
          return [NoteSearch.configure({ find: around.find, onChange, onKey: around.onSearchKey })];
        }),
      ],
      editorProps: {
        attributes: { class: 'letter', role: 'textbox', 'aria-multiline': 'true', 'aria-label': t('common.yourReply') },
        handleClick: clicked,
        handleTextInput: (_view, _from, _to, text) => around.hold({ text }),
        handleKeyDown: (_view, event) => {
          return /^(Enter|Tab|Backspace|Escape)$/.test(event.key) && around.hold({ key: event.key });
        },
      },
      onUpdate: () => written.later(),
    }),
  );

  const subject = markRaw(
    new Editor({
      content: draft.value!.subject,
      extensions: [
        ...lineExtensions(),
        keys({ Enter: () => body.commands.focus() }),
        ByItself.configure({
          ...around.byItself,
          onCue: (cue, range) => around.onCue({ editor: subject, range, cue }),
        }),
      ],
      editorProps: {
        attributes: { class: 'subject-line', role: 'textbox', 'aria-label': t('common.subject') },
        handleTextInput: (_view, _from, _to, text) => around.hold({ text }),
        handleKeyDown: (_view, event) => {
          return /^(Enter|Tab|Backspace)$/.test(event.key) && around.hold({ key: event.key });
        },
        transformPastedText: (text) => text.replace(/\s+/g, ' '),
      },
      onUpdate: ({ editor }) => {
        changes.value++;
        handle.change({ subject: editor.getJSON() as DocJson });
      },
    }),
  );

  // What was written while it is being sent would be in no letter.
  useLocked([body, subject], () => draft.value?.state === 'sending');

  /** Shows another version of the draft; undo brings the former one back. */
  function show(other: Draft): void {
    body.commands.setContent(other.body, { emitUpdate: false });
    subject.commands.setContent(other.subject, { emitUpdate: false });
    changes.value++;
    void prepare();
  }

  // Not by the editors' own `state`: that one is watched, and would have everything worked out a second time two frames later.
  const parts = (): [Node, Node] => [subject.view.state.doc, body.view.state.doc];
  const to = computed(() => draft.value?.to[0]);
  const address = computed(() => to.value?.address ?? '');
  /** What is known of whom it is for; null where nobody was met, undefined as long as that is not read. */
  const person = () => metBy(around.met(), address.value);
  const fills = computed(() => draft.value?.fills ?? {});

  const context = computed<FillContext>(() =>
    fillContext(around.settings(), lookups.whole, to.value, person() ?? null, around.message()),
  );

  const questions = computed<DraftQuestion[]>((before) => {
    void changes.value;
    const isKnown = ready.value || (hasLookups.value && early.size);
    return isKnown ? questionsIn(parts(), context.value, fills.value, before) : (before ?? []);
  });

  /** Brings the letter in step with its answers and with what is known now. */
  function follow(only?: string[], answered?: string): void {
    if (!ready.value && !(hasLookups.value && only?.every((id) => early.has(id)))) return;
    for (const editor of [subject, body])
      applyEdits(editor, letterEdits(editor.state.doc, fills.value, context.value, only, answered));
  }

  /** Brings the letter in step with lookups that may have changed, and keeps what was. */
  function takeFacts(): void {
    if (!ready.value) return;
    early.clear();
    const fresh = changedFacts(parts(), fills.value, context.value);
    const isOf = (one: ChangedFact) => (other: ChangedFact) =>
      other.insertion === one.insertion && other.place === one.place;
    if (fresh.length) factsChanged.value = [...factsChanged.value.filter((one) => !fresh.some(isOf(one))), ...fresh];
    follow();
  }
  watch([() => lookups.whole, ready], takeFacts);

  /** Fetches the lookups that the blanks of this draft draw on. */
  async function prepare(): Promise<void> {
    try {
      await lookups.need(fills.value, draft.value?.body);
      hasLookups.value = true;
      takeFacts();
    } catch {
      setTimeout(() => draft.value && void prepare(), 3_000);
    }
  }
  void prepare();

  const insertions = useInsertions(body);

  /** Puts a note in at the caret, or in place of what was typed to find it. What it draws on has been fetched. */
  function insert(note: Note, target?: Omit<Target, 'editor'> & { editor?: Editor }): string {
    const insertion = crypto.randomUUID().slice(0, 8);
    const typed = target?.cue ? capitalsOf(target.cue.typed, target.cue.cue) : 'none';
    const wording = capitalised(withoutSignatures(parseDoc(note.body), around.settings()), typed);
    const noteSubject = parseDoc(note.subject);
    const inSubject = target?.editor === subject;
    // A snippet stands in the subject itself; of a note that has one, its subject does.
    const isSnippet = inSubject && !note.subjectText.trim();
    const source = isSnippet
      ? { subject: oneLine(wording), body: parseDoc(emptyDoc()) }
      : { subject: noteSubject, body: wording };
    const filled = fill(source, context.value, {}, insertion);
    if (person() === undefined) early.add(insertion);
    const along = travelling(note);
    const own = {
      ...filled.fill,
      // A part is not the note: it is neither counted nor improved as one.
      ...(note.id && { note: note.id, noteVersion: note.version }),
    };
    const was = { draft: draft.value!, body: body.state.doc, subject: subject.state.doc };
    handle.change({
      fills: { ...fills.value, [insertion]: own },
      ...along,
    });
    const behind = target?.cue?.behind ?? '';
    if (inSubject) insertNote(subject, withBehind(filled.subject, behind), target!.range);
    if (isSnippet) return insertion;
    const { from, to } = inSubject ? body.state.selection : (target?.range ?? body.state.selection);
    insertNote(body, inSubject ? filled.body : withBehind(filled.body, behind), { from, to });
    const wanted =
      !inSubject &&
      draft.value?.mode === 'new' &&
      !subject.state.doc.textContent.trim() &&
      !placesIn(subject.state.doc).length;
    if (wanted && filled.subject.content.size > 2)
      subject.commands.setContent(fitDoc(filled.subject, subject.schema), { emitUpdate: true });
    const given = subject.state.doc;
    const setSubject = (from: Node, to: Node) =>
      subject.state.doc.eq(from) && !from.eq(to) && subject.commands.setContent(to.toJSON(), { emitUpdate: true });
    let last: Fill = own;
    insertions.add(was.body, {
      undone() {
        const { [insertion]: gone, ...others } = fills.value;
        last = gone ?? last;
        handle.change({ fills: others, ...withoutCome(draft.value!, was.draft, along) });
        setSubject(given, was.subject);
        around.onUndone(insertion, true);
      },
      redone() {
        handle.change({ fills: { ...fills.value, [insertion]: last }, ...travelling(note) });
        setSubject(was.subject, given);
        around.onUndone(insertion, false);
      },
    });
    return insertion;
  }

  function changeFill(insertion: string, part: Partial<Fill>): void {
    const known = fills.value[insertion] ?? { blanks: [], answers: {}, passages: {} };
    handle.change({ fills: { ...fills.value, [insertion]: { ...known, ...part } } });
  }

  /** Takes an answer from the fill list; empty text opens the blank again. Places edited by hand stay as they are. */
  function answer({ insertion, key, label, kind }: BlankQuestion, text: Answer): void {
    if (!draft.value) return;
    const known = fills.value[insertion];
    const blanks = known?.blanks.length ? known.blanks : definitionOf(insertion, label, kind);
    changeFill(insertion, { blanks, answers: { ...known?.answers, [key]: text } });
    follow([insertion], key);
  }

  /** A blank that came from elsewhere, for instance pasted: its own node says what it is. */
  function definitionOf(insertion: string, label: string, kind: string) {
    const place = parts()
      .flatMap(placesIn)
      .find((other) => other.insertion === insertion && other.label === label);
    return [place?.blank ?? { label, kind, options: {} }];
  }

  /** Puts an optional passage in or leaves it out. */
  function switchPassage({ insertion, place }: Pick<PassageQuestion, 'insertion' | 'place'>, on: boolean): void {
    if (!draft.value) return;
    changeFill(insertion, { passages: { ...fills.value[insertion]?.passages, [place]: on } });
    follow([insertion]);
  }

  /** When somebody else is written to, or something else is known, what depends on it follows. */
  watch(
    () => JSON.stringify([context.value.person, context.value.message, context.value.sender]),
    () => follow(),
  );

  /** Goes from the caret to the next place of a blank, or the one before, and from there to its question. */
  function toPlace(step: 1 | -1): boolean {
    const { selection, doc } = body.state;
    // In a list the key moves the item.
    if (selection.$head.node(-1)?.type.name === 'listItem') return false;
    const places = placesIn(doc).filter(({ form, insertion }) => form !== 'inside' && fills.value[insertion]);
    const place =
      step > 0 ? places.find(({ from }) => from >= selection.to) : places.findLast(({ to }) => to <= selection.from);
    if (!place) return false;
    // Where it is a table, the caret stands beside it, not in a place that takes none.
    const { doc: now, tr } = body.state;
    body.view.dispatch(tr.setSelection(TextSelection.near(now.resolve(step > 0 ? place.to : place.from), step)));
    around.onPlace(place);
    return true;
  }

  /** Puts the caret where the note wants it, after filling. False when it names no place. */
  function toCaret(): boolean {
    let at = -1;
    body.state.doc.descendants((node, pos) => {
      if (at < 0 && node.type.name === 'blank' && kindOf(node.attrs.kind).isPlace) at = pos;
      return at < 0;
    });
    if (at < 0) return false;
    const tr = body.state.tr.setMeta('addToHistory', false).delete(at, at + 1);
    body.view.dispatch(tr.setSelection(TextSelection.near(tr.doc.resolve(at))).scrollIntoView());
    body.commands.focus();
    return true;
  }

  /** Shows what a question of the fill list means in the letter; nothing any more with null. */
  const look = (question: DraftQuestion | null) => showCurrentPlace(body.view, question && placeOf(question));

  /** Puts the caret where something was seen. */
  function goTo(place: LookPlace): void {
    const editor = place.part === 'subject' ? subject : body;
    if (place.pos === undefined) editor.commands.focus();
    else if (place.to !== undefined)
      editor.chain().focus().setTextSelection({ from: place.pos, to: place.to }).scrollIntoView().run();
    else editor.chain().focus().setNodeSelection(place.pos).scrollIntoView().run();
  }

  /** Says how a calculated value came about, where the pointer rests on it. */
  function explain({ target }: MouseEvent): void {
    const element = (target as HTMLElement).closest<HTMLElement>('[data-filled]');
    const working = element && !element.title && workingOf(element.dataset.filled!, questions.value);
    if (working) element.title = say(working);
  }

  onBeforeUnmount(() => {
    body.destroy();
    subject.destroy();
  });

  return {
    body,
    subject,
    changes,
    search,
    questions,
    address,
    person,
    /** Resolves to whether all that the letter is filled with is here, after a while at the latest. */
    async filled() {
      const isHere = await until(ready).toBe(true, { timeout: PATIENCE });
      await nextTick();
      return isHere;
    },
    factsChanged,
    /** Asks whether the lookups were changed, and follows them. */
    async refreshFacts() {
      await lookups.fresh(fills.value, draft.value?.body).catch(() => {});
      await nextTick();
    },
    copies,
    answerCopies,
    parts,
    explain,
    show,
    insert,
    answer,
    switchPassage,
    look,
    toCaret,
    goTo,
    /** Brings what is worked out from the letter up to its last key. */
    settle: written.now,
  };
}
